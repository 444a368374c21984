package io.sumbrel.server.arrivals;

import io.sumbrel.core.refusal.Refusal;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import org.springframework.stereotype.Component;

/**
 * How far large files are taken in, for whoever looks; in memory only, for it ends with the act.
 */
@Component
class ImportProgress {
  private final Map<Long, Running> running = new ConcurrentHashMap<>();
  private final Clock clock;

  ImportProgress(Clock clock) {
    this.clock = clock;
  }

  private static final class Running {
    private final long booksId;
    private final int total;
    private final Instant since;
    private volatile int stored;
    private volatile boolean stopped;

    Running(long booksId, int total, Instant since) {
      this.booksId = booksId;
      this.total = total;
      this.since = since;
    }
  }

  /**
   * Entries stored so far, of all that are to be.
   *
   * @param secondsLeft what the rest takes if it goes on as before; empty at the beginning
   */
  record Progress(
      long arrivalId, long booksId, int stored, int total, Optional<Long> secondsLeft) {}

  void begins(ArrivalRow arrival) {
    running.put(arrival.id, new Running(arrival.booksId, arrival.statedCount, clock.instant()));
  }

  /**
   * @throws Refusal {@code stopped} when somebody stopped it: nothing of the file is stored then
   */
  void stored(ArrivalRow arrival, int more) {
    Running now = running.get(arrival.id);
    if (now.stopped) {
      throw new Refusal(
          "stopped", "Taking in %s was stopped; nothing was stored.".formatted(arrival.fileName));
    }
    now.stored += more;
  }

  void ends(ArrivalRow arrival) {
    running.remove(arrival.id);
  }

  /** Stops what is being taken in at the next portion; what is done already stays done. */
  void stop(long booksId, long arrivalId) {
    Optional.ofNullable(running.get(arrivalId))
        .filter(r -> r.booksId == booksId)
        .ifPresent(r -> r.stopped = true);
  }

  List<Progress> of(long booksId) {
    return running.entrySet().stream()
        .filter(e -> e.getValue().booksId == booksId)
        .map(e -> progress(e.getKey(), e.getValue()))
        .toList();
  }

  private Progress progress(long arrivalId, Running now) {
    int stored = now.stored;
    long millis = Duration.between(now.since, clock.instant()).toMillis();
    Optional<Long> left =
        stored == 0
            ? Optional.empty()
            : Optional.of(millis * (now.total - stored) / stored / 1_000);
    return new Progress(arrivalId, now.booksId, stored, now.total, left);
  }
}
