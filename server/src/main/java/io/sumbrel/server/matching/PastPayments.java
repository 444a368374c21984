package io.sumbrel.server.matching;

import io.sumbrel.core.receipt.PastPayment;
import io.sumbrel.server.persistence.BulkRows;
import io.sumbrel.server.persistence.InParts;
import io.sumbrel.server.persistence.RowIds;
import io.sumbrel.server.receipt.TakenIn;
import jakarta.persistence.EntityManager;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Consumer;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Payments from before these books. They post nothing. */
@Component
public class PastPayments {
  private final EntityManager entities;
  private final RowIds ids;
  private final BulkRows bulk;

  PastPayments(EntityManager entities, RowIds ids, BulkRows bulk) {
    this.entities = entities;
    this.ids = ids;
    this.bulk = bulk;
  }

  /** Every past payment, oldest first. */
  @Transactional(readOnly = true)
  public List<PastPayment> all(long booksId) {
    return entities
        .createQuery(
            "from PastPaymentRow where booksId = :b order by paidOn, id", PastPaymentRow.class)
        .setParameter("b", booksId)
        .getResultStream()
        .map(PastPaymentRow::toFact)
        .toList();
  }

  /** Those of some amounts since a day, the newest first; few are of one amount. */
  @Transactional(readOnly = true)
  public List<PastPayment> ofAmounts(long booksId, List<Long> amounts, LocalDate since) {
    List<PastPayment> found = new ArrayList<>();
    InParts.of(
        amounts,
        some ->
            entities
                .createQuery(
                    """
                    from PastPaymentRow where booksId = :b and amountMinor in :amounts
                      and paidOn >= :d order by paidOn desc, id
                    """,
                    PastPaymentRow.class)
                .setParameter("b", booksId)
                .setParameter("amounts", some)
                .setParameter("d", since)
                .getResultStream()
                .map(PastPaymentRow::toFact)
                .forEach(found::add));
    return found;
  }

  /** The first payments of a file, in its order. */
  @Transactional(readOnly = true)
  public List<PastPayment> first(long arrivalId, int count) {
    return entities
        .createQuery(
            "from PastPaymentRow where arrivalId = :a order by place", PastPaymentRow.class)
        .setParameter("a", arrivalId)
        .setMaxResults(count)
        .getResultStream()
        .map(PastPaymentRow::toFact)
        .toList();
  }

  /** What tells one state of them from another: the newest, less those that are gone. */
  @Transactional(readOnly = true)
  public long newest(long booksId) {
    Object[] row =
        entities
            .createQuery(
                "select coalesce(max(id), 0), count(*) from PastPaymentRow where booksId = :b",
                Object[].class)
            .setParameter("b", booksId)
            .getSingleResult();
    return 31 * (Long) row[0] + (Long) row[1];
  }

  /** What was taken in, by arrival. */
  @Transactional(readOnly = true)
  public Map<Long, TakenIn> taken(long booksId) {
    Map<Long, TakenIn> taken = new HashMap<>();
    entities
        .createQuery(
            "select arrivalId, count(*), sum(amountMinor) from PastPaymentRow where booksId = :b group by arrivalId",
            Object[].class)
        .setParameter("b", booksId)
        .getResultStream()
        .forEach(r -> taken.put((Long) r[0], new TakenIn((Long) r[1], (Long) r[2])));
    return taken;
  }

  @Transactional(propagation = Propagation.MANDATORY)
  public void store(long booksId, long arrivalId, List<PastPayment> payments) {
    List<PastPaymentRow> rows = payments.stream().map(PastPaymentRow::of).toList();
    for (PastPaymentRow row : rows) {
      row.id = ids.next();
      row.booksId = booksId;
      row.arrivalId = arrivalId;
    }
    entities.flush();
    bulk.insert(rows);
  }

  /** All that is said of the payments that a file brought, for their hash. */
  @Transactional(readOnly = true)
  public void write(long arrivalId, Consumer<Object> cells) {
    entities
        .createQuery("from PastPaymentRow where arrivalId = :a order by id", PastPaymentRow.class)
        .setParameter("a", arrivalId)
        .getResultStream()
        .forEach(p -> p.write(cells));
  }

  /** Takes out what a file brought. */
  @Transactional(propagation = Propagation.MANDATORY)
  public void withdraw(long arrivalId) {
    entities
        .createQuery("delete from PastPaymentRow where arrivalId = :a")
        .setParameter("a", arrivalId)
        .executeUpdate();
  }
}
