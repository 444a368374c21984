package io.sumbrel.server.live;

import io.sumbrel.server.audit.AuditRecord;
import io.sumbrel.server.audit.BooksChanged;
import io.sumbrel.server.people.Actor;
import jakarta.annotation.PreDestroy;
import jakarta.servlet.http.HttpSession;
import java.io.IOException;
import java.util.Map;
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
    listeners.forEach(
        (emitter, listener) -> {
          long newest = newest(listener);
          if (newest != listener.knows()) {
            send(emitter, newest);
            listeners.replace(
                emitter, new Listener(listener.booksId(), listener.session(), newest));
          }
        });
  }

  /** Where the database cannot be asked at this moment, nothing is told. */
  private long newest(Listener listener) {
    try {
      return audit.lastNumber(listener.booksId());
    } catch (RuntimeException e) {
      return listener.knows();
    }
  }

  private void send(SseEmitter emitter, long number) {
    try {
      emitter.send(SseEmitter.event().id(Long.toString(number)).data(number));
    } catch (IOException | IllegalStateException e) {
      listeners.remove(emitter);
    }
  }
}
