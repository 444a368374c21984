package io.sumbrel.server.ledger;

import io.sumbrel.core.openitem.ItemId;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.proof.AuditLine;
import io.sumbrel.server.audit.AuditRecord;
import io.sumbrel.server.openitem.Items;
import io.sumbrel.server.openitem.ItemsHash;
import io.sumbrel.server.persistence.OneMoment;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionSynchronizationManager;

/**
 * What is open, held in memory and kept in step with the record: lists and searches over all of it
 * read no more from the database than what changed. Made anew where items are described anew.
 */
@Component
public class OpenItemsNow {
  private final AuditRecord audit;
  private final Items items;
  private final Explanations explanations;
  private final OneMoment oneMoment;
  private final Map<Long, Held> held = new ConcurrentHashMap<>();

  OpenItemsNow(AuditRecord audit, Items items, Explanations explanations, OneMoment oneMoment) {
    this.audit = audit;
    this.items = items;
    this.explanations = explanations;
    this.oneMoment = oneMoment;
  }

  /** The items of one set of books as the record stood at a line; changed under its lock alone. */
  private static final class Held {
    private long feedNumber = -1;
    private final Map<ItemId, OpenItem> byId = new HashMap<>();

    private final Set<OpenItem> oldestFirst =
        new TreeSet<>(Comparator.comparing(OpenItem::date).thenComparing(i -> i.id().number()));

    /** What readers get: whoever reads goes on with it while the next change is made. */
    private List<OpenItem> asOfFeed = List.of();

    private void put(OpenItem item) {
      Optional.ofNullable(byId.remove(item.id())).ifPresent(oldestFirst::remove);
      if (!item.isSettled()) {
        byId.put(item.id(), item);
        oldestFirst.add(item);
      }
    }

    private void clear() {
      byId.clear();
      oldestFirst.clear();
    }
  }

  /**
   * All that is open now, oldest first.
   *
   * @throws IllegalStateException inside a transaction, which would see another moment
   */
  public Stream<OpenItem> all(long booksId) {
    if (TransactionSynchronizationManager.isActualTransactionActive()) {
      throw new IllegalStateException("what is open now is asked for inside a transaction");
    }
    Held state = held.computeIfAbsent(booksId, id -> new Held());
    synchronized (state) {
      if (state.feedNumber < audit.lastNumber(booksId)) {
        oneMoment.read(() -> catchUp(booksId, state));
      }
      return state.asOfFeed.stream();
    }
  }

  private Held catchUp(long booksId, Held state) {
    long newest = audit.lastNumber(booksId);
    List<AuditLine> since =
        state.feedNumber < 0 ? List.of() : audit.linesAfter(booksId, state.feedNumber);
    boolean anew = state.feedNumber < 0 || ItemsHash.isNamedIn(since);
    if (anew) {
      state.clear();
      items.open(booksId).forEach(state::put);
    } else {
      Set<ItemId> moved = explanations.movedAfter(booksId, state.feedNumber);
      items.find(booksId, moved).values().forEach(state::put);
    }
    state.asOfFeed = List.copyOf(state.oldestFirst);
    state.feedNumber = newest;
    return state;
  }
}
