package io.sumbrel.server.matching;

import io.sumbrel.core.ledger.AccountCode;
import io.sumbrel.core.usual.UsualAccounts;
import io.sumbrel.server.audit.AuditRecord;
import io.sumbrel.server.persistence.InParts;
import io.sumbrel.server.persistence.OneMoment;
import jakarta.persistence.EntityManager;
import jakarta.persistence.TypedQuery;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionSynchronizationManager;

/**
 * To which accounts a house places what is no customer's, held in memory and kept in step with the
 * record. A tape teaches it when all of its sum goes to one account, until it is turned back.
 */
@Component
public class UsualAccountsNow {
  private final EntityManager entities;
  private final AuditRecord audit;
  private final OneMoment oneMoment;
  private final Map<Long, Held> held = new ConcurrentHashMap<>();

  UsualAccountsNow(EntityManager entities, AuditRecord audit, OneMoment oneMoment) {
    this.entities = entities;
    this.audit = audit;
    this.oneMoment = oneMoment;
  }

  /** Those of one set of books as the record stood at a line; changed under its lock alone. */
  private static final class Held {
    private long feedNumber = -1;
    private UsualAccounts asOfFeed = UsualAccounts.NONE;
  }

  /**
   * As they are now.
   *
   * @throws IllegalStateException inside a transaction, which would see another moment
   */
  public UsualAccounts of(long booksId) {
    if (TransactionSynchronizationManager.isActualTransactionActive()) {
      throw new IllegalStateException("usual accounts are asked for inside a transaction");
    }
    Held state = held.computeIfAbsent(booksId, id -> new Held());
    synchronized (state) {
      if (state.feedNumber < audit.lastNumber(booksId)) {
        oneMoment.read(() -> catchUp(booksId, state));
      }
      return state.asOfFeed;
    }
  }

  private UsualAccounts catchUp(long booksId, Held state) {
    long newest = audit.lastNumber(booksId);
    if (state.feedNumber < 0) {
      // all that ever stood, and all that was turned back
      state.asOfFeed =
          UsualAccounts.NONE.after(
              placed(booksId, Optional.empty()), turnedBack(booksId, Optional.empty()));
    } else {
      List<Long> since =
          entities
              .createQuery(
                  """
                  select id from PostingRow
                  where booksId = :b and recordNumber > :known and recordNumber <= :newest
                  """,
                  Long.class)
              .setParameter("b", booksId)
              .setParameter("known", state.feedNumber)
              .setParameter("newest", newest)
              .getResultList();
      List<UsualAccounts.Placed> placed = placed(booksId, Optional.of(since));
      List<UsualAccounts.Placed> turnedBack = turnedBack(booksId, Optional.of(since));
      if (!placed.isEmpty() || !turnedBack.isEmpty()) {
        state.asOfFeed = state.asOfFeed.after(placed, turnedBack);
      }
    }
    state.feedNumber = newest;
    return state.asOfFeed;
  }

  private List<UsualAccounts.Placed> placed(long booksId, Optional<List<Long>> postings) {
    return read(
        booksId,
        """
        from TapeLineRow l join PostingRow p on p.id = l.postingId
        """,
        "p.id in :ids",
        postings);
  }

  private List<UsualAccounts.Placed> turnedBack(long booksId, Optional<List<Long>> contras) {
    return read(
        booksId,
        """
        from TapeLineRow l join PostingRow p on p.id = l.postingId
        join PostingRow c on c.turnsBackId = p.id
        """,
        "c.id in :ids",
        contras);
  }

  /** + 0: from the lines on, or from the postings that are named, not from all of the house. */
  private List<UsualAccounts.Placed> read(
      long booksId, String lines, String named, Optional<List<Long>> postings) {
    String query =
        "select m.amountMinor, m.bankText, l.accountCode, l.taxCode, p.postingDate "
            + lines
            + """
            join MoneyInRow m on m.id = p.moneyInId
            where p.booksId + 0 = :b and l.accountCode > '' and l.kind = TO_ACCOUNT
              and l.amountMinor = abs(m.amountMinor)
            """;
    List<UsualAccounts.Placed> read = new ArrayList<>();
    if (postings.isEmpty()) {
      add(read, entities.createQuery(query, Object[].class).setParameter("b", booksId));
    } else {
      InParts.of(
          postings.get(),
          some ->
              add(
                  read,
                  entities
                      .createQuery(query + " and " + named, Object[].class)
                      .setParameter("b", booksId)
                      .setParameter("ids", some)));
    }
    return read;
  }

  private static void add(List<UsualAccounts.Placed> read, TypedQuery<Object[]> query) {
    query
        .getResultStream()
        .map(
            r ->
                new UsualAccounts.Placed(
                    (Long) r[0] > 0,
                    (String) r[1],
                    new AccountCode((String) r[2]),
                    Optional.ofNullable((String) r[3]),
                    (LocalDate) r[4]))
        .forEach(read::add);
  }
}
