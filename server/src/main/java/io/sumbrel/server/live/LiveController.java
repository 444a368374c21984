package io.sumbrel.server.live;

import io.sumbrel.server.audit.AuditRecord;
import io.sumbrel.server.audit.BooksChanged;
import io.sumbrel.server.ledger.Ledger;
import io.sumbrel.server.people.Actor;
import jakarta.annotation.PreDestroy;
import jakarta.servlet.http.HttpSession;
import java.io.IOException;
import java.util.HashMap;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import org.springframework.context.event.EventListener;
import org.springframework.http.MediaType;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.security.web.session.HttpSessionDestroyedEvent;
import org.springframework.transaction.event.TransactionalEventListener;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.SseEmitter;

/**
 * Tells open browsers the number of the newest line of the record; they read what they show anew.
 */
@RestController
class LiveController {
  private static final long TEN_MINUTES = 600_000;
  private static final String EVERYTHING = "all";

  /** What placing money changes, as browsers name it. */
  private static final Set<String> MONEY =
      Set.of("desk", "books", "customers", "deposits", "trail", "arrivals");

  /** What an act changes; one that is not named here changes everything. */
  private static final Map<String, Set<String>> CHANGES =
      Map.ofEntries(
          Map.entry(Ledger.TAPE_POSTED, MONEY),
          Map.entry(Ledger.TURNED_BACK, MONEY),
          Map.entry("second-person-asked", Set.of("desk")),
          Map.entry("sent-back", Set.of("desk")),
          Map.entry("tape-withdrawn", Set.of("desk")),
          Map.entry("note-written", Set.of("notes")),
          Map.entry("paper-added", Set.of("papers", "desk")),
          Map.entry("paper-taken-off", Set.of("papers", "desk")),
          Map.entry("question-asked", Set.of("desk")),
          Map.entry("question-answered", Set.of("desk")),
          Map.entry("responsible-set", Set.of("desk", "responsible")),
          Map.entry("next-look-set", Set.of("desk")),
          Map.entry("file-dropped", Set.of("arrivals")),
          Map.entry("files-fetched", Set.of("connections")),
          Map.entry("fetching-failed", Set.of("connections")),
          Map.entry("fetch-times-set", Set.of("connections")),
          Map.entry("account-meant", Set.of("arrivals")),
          Map.entry("signed-in", Set.of("people")),
          Map.entry("sign-in-refused", Set.of("people")),
          Map.entry("person-invited", Set.of("people")),
          Map.entry("password-set", Set.of("people")),
          Map.entry("rights-asked", Set.of("people")),
          Map.entry("rights-turned-down", Set.of("people")),
          Map.entry("person-locked-out", Set.of("people")),
          Map.entry("person-let-in", Set.of("people")),
          Map.entry("layout-made", Set.of("arrivals")),
          Map.entry("lockbox-set-up", Set.of("arrivals")),
          Map.entry("month-closed", Set.of("books", "desk")),
          Map.entry("month-reopened", Set.of("books", "desk")),
          Map.entry("weights-fitted", Set.of("desk", "learning")));

  private final AuditRecord audit;
  private final ExecutorService teller = Executors.newSingleThreadExecutor();
  private final Map<SseEmitter, Listener> listeners = new ConcurrentHashMap<>();

  LiveController(AuditRecord audit) {
    this.audit = audit;
  }

  private record Listener(long booksId, String session, long knows) {}

  @GetMapping(value = "/api/live", produces = MediaType.TEXT_EVENT_STREAM_VALUE)
  SseEmitter live(@AuthenticationPrincipal Actor actor, HttpSession session) {
    SseEmitter emitter = new SseEmitter(TEN_MINUTES);
    Runnable gone = () -> listeners.remove(emitter);
    emitter.onCompletion(gone);
    emitter.onTimeout(emitter::complete);
    emitter.onError(e -> gone.run());
    listeners.put(emitter, new Listener(actor.booksId(), session.getId(), -1));
    return emitter;
  }

  /** At once when an act is committed; a browser that does not listen keeps nobody waiting. */
  @TransactionalEventListener(BooksChanged.class)
  void changed() {
    teller.execute(this::tell);
  }

  /** Now and then too, for who came since. */
  @Scheduled(fixedDelay = 300)
  void tellAgain() {
    teller.execute(this::tell);
  }

  /** Who has signed out, or whose session has ended, hears nothing more. */
  @EventListener
  void ended(HttpSessionDestroyedEvent event) {
    listeners.forEach(
        (emitter, listener) -> {
          if (listener.session().equals(event.getId())) {
            emitter.complete();
          }
        });
  }

  @PreDestroy
  void stop() {
    teller.shutdownNow();
  }

  private void tell() {
    Map<Long, Map<Long, News>> told = new HashMap<>();
    listeners.forEach(
        (emitter, listener) -> {
          News news =
              told.computeIfAbsent(listener.booksId(), b -> new HashMap<>())
                  .computeIfAbsent(listener.knows(), k -> news(listener));
          if (news.number() != listener.knows()) {
            send(emitter, news);
            listeners.replace(
                emitter, new Listener(listener.booksId(), listener.session(), news.number()));
          }
        });
  }

  /** The newest line, and what the lines since change. */
  private record News(long number, Set<String> areas) {}

  /** Where the database cannot be asked at this moment, nothing is told. */
  private News news(Listener listener) {
    try {
      long newest = audit.lastNumber(listener.booksId());
      if (listener.knows() < 0 || newest == listener.knows()) {
        return new News(newest, Set.of(EVERYTHING));
      }
      Set<String> areas = new TreeSet<>();
      audit
          .linesAfter(listener.booksId(), listener.knows())
          .forEach(l -> areas.addAll(CHANGES.getOrDefault(l.act().name(), Set.of(EVERYTHING))));
      return new News(newest, areas);
    } catch (RuntimeException e) {
      return new News(listener.knows(), Set.of());
    }
  }

  private void send(SseEmitter emitter, News news) {
    try {
      emitter.send(
          SseEmitter.event().id(Long.toString(news.number())).data(String.join(" ", news.areas())));
    } catch (IOException | IllegalStateException e) {
      listeners.remove(emitter);
    }
  }
}
