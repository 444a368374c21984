package io.sumbrel.server.live;

import io.sumbrel.server.audit.AuditRecord;
import io.sumbrel.server.audit.BooksChanged;
import io.sumbrel.server.people.Actor;
import jakarta.annotation.PreDestroy;
import java.io.IOException;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import org.springframework.http.MediaType;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
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

  private record Listener(long booksId, long knows) {}

  @GetMapping(value = "/api/live", produces = MediaType.TEXT_EVENT_STREAM_VALUE)
  SseEmitter live(@AuthenticationPrincipal Actor actor) {
    SseEmitter emitter = new SseEmitter(TEN_MINUTES);
    Runnable gone = () -> listeners.remove(emitter);
    emitter.onCompletion(gone);
    emitter.onTimeout(emitter::complete);
    emitter.onError(e -> gone.run());
    listeners.put(emitter, new Listener(actor.booksId(), -1));
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

  @PreDestroy
  void stop() {
    teller.shutdownNow();
  }

  private void tell() {
    listeners.forEach(
        (emitter, listener) -> {
          long newest = audit.lastNumber(listener.booksId());
          if (newest != listener.knows()) {
            send(emitter, newest);
            listeners.replace(emitter, new Listener(listener.booksId(), newest));
          }
        });
  }

  private void send(SseEmitter emitter, long number) {
    try {
      emitter.send(SseEmitter.event().id(Long.toString(number)).data(number));
    } catch (IOException | IllegalStateException e) {
      listeners.remove(emitter);
    }
  }
}
