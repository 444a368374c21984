package io.sumbrel.server.security;

import io.sumbrel.server.people.Actor;
import jakarta.servlet.http.HttpSession;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import org.springframework.context.event.EventListener;
import org.springframework.security.web.session.HttpSessionDestroyedEvent;
import org.springframework.stereotype.Component;

/** Who is signed in at this moment; each session ends after a working day, however it is used. */
@Component
public class Sessions {
  private static final Duration LONGEST = Duration.ofHours(12);

  private final Clock clock;
  private final Map<String, Signed> signed = new ConcurrentHashMap<>();

  Sessions(Clock clock) {
    this.clock = clock;
  }

  private record Signed(long personId, Instant since, HttpSession session) {}

  void begin(Actor actor, HttpSession session) {
    signed.put(session.getId(), new Signed(actor.personId(), clock.instant(), session));
  }

  /** Whether it has gone on for as long as a session may. */
  boolean isOver(HttpSession session) {
    Signed begun = signed.get(session.getId());
    return begun != null && begun.since().plus(LONGEST).isBefore(clock.instant());
  }

  @EventListener
  void ended(HttpSessionDestroyedEvent event) {
    signed.remove(event.getId());
  }

  /** When each session of a person was used last. */
  public List<Instant> lastSeen(long personId) {
    return signed.values().stream()
        .filter(s -> s.personId() == personId)
        .flatMap(s -> lastSeen(s.session()).stream())
        .toList();
  }

  /** Ends every session of a person at once. */
  public void end(long personId) {
    signed.values().stream().filter(s -> s.personId() == personId).forEach(s -> end(s.session()));
  }

  private static Optional<Instant> lastSeen(HttpSession session) {
    try {
      return Optional.of(Instant.ofEpochMilli(session.getLastAccessedTime()));
    } catch (IllegalStateException e) {
      return Optional.empty(); // it ends at this moment
    }
  }

  private static void end(HttpSession session) {
    try {
      session.invalidate();
    } catch (IllegalStateException e) {
      // it has ended meanwhile
    }
  }
}
