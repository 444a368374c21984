package io.sumbrel.server.arrivals;

import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import org.springframework.stereotype.Component;

/**
 * How far large files are taken in, for whoever looks; in memory only, for it ends with the act.
 */
@Component
class ImportProgress {
  private final Map<Long, Progress> running = new ConcurrentHashMap<>();

  /** Entries stored so far, of all that are to be. */
  record Progress(long arrivalId, long booksId, int stored, int total) {}

  void begins(ArrivalRow arrival) {
    running.put(arrival.id, new Progress(arrival.id, arrival.booksId, 0, arrival.statedCount));
  }

  void stored(ArrivalRow arrival, int more) {
    running.computeIfPresent(
        arrival.id, (id, p) -> new Progress(id, p.booksId, p.stored + more, p.total));
  }

  void ends(ArrivalRow arrival) {
    running.remove(arrival.id);
  }

  List<Progress> of(long booksId) {
    return running.values().stream().filter(p -> p.booksId == booksId).toList();
  }
}
