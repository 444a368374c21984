package io.sumbrel.server.receipt;

import io.sumbrel.core.bank.BatchDetail;
import io.sumbrel.core.bank.StatementEntry;
import io.sumbrel.core.deposit.DepositMember;
import io.sumbrel.core.receipt.MoneyIn;
import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.core.receipt.PartsGiven;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.server.persistence.BulkRows;
import io.sumbrel.server.persistence.RowIds;
import jakarta.persistence.EntityManager;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Currency;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.IntConsumer;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Takes sums in that must be explained, and takes them out again with their file. */
@Component
public class MoneyIntake {
  private static final int CHUNK = 1_000;

  private final EntityManager entities;
  private final RowIds ids;
  private final BulkRows bulk;

  MoneyIntake(EntityManager entities, RowIds ids, BulkRows bulk) {
    this.entities = entities;
    this.ids = ids;
    this.bulk = bulk;
  }

  /** Where entries come from and belong. */
  public record Origin(long booksId, long arrivalId, long bankAccountId, long statementId) {}

  /**
   * An entry that is new.
   *
   * @param ordinal which of its file it is, from 0
   * @param standing counts, or is held as possibly double
   */
  public record Entry(StatementEntry fact, int ordinal, Standing standing) {}

  /** A member of a deposit that must be explained by itself. */
  public record Member(long id, int ordinal, Currency currency, DepositMember fact) {}

  /**
   * Takes entries of a statement in.
   *
   * @param stored is told how many more are stored
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public void entries(Origin origin, Currency currency, List<Entry> entries, IntConsumer stored) {
    // reversals last: what they take back may stand in the same statement
    Map<Boolean, List<Entry>> byReversal =
        entries.stream().collect(Collectors.partitioningBy(e -> e.fact().reversal().isPresent()));
    inPortions(byReversal.get(false), origin, currency, stored);
    inPortions(byReversal.get(true), origin, currency, stored);
  }

  private void inPortions(
      List<Entry> entries, Origin origin, Currency currency, IntConsumer stored) {
    for (int from = 0; from < entries.size(); from += CHUNK) {
      List<MoneyInRow> rows =
          entries.subList(from, Math.min(entries.size(), from + CHUNK)).stream()
              .map(e -> row(e, origin, currency))
              .toList();
      rows.stream()
          .filter(r -> r.originalReference != null)
          .forEach(r -> r.reversesId = original(r));
      insert(rows);
      stored.accept(rows.size());
    }
  }

  private MoneyInRow row(Entry entry, Origin origin, Currency currency) {
    MoneyInRow row = MoneyInRow.of(entry.fact(), currency, entry.standing());
    row.id = ids.next();
    row.booksId = origin.booksId();
    row.bankAccountId = origin.bankAccountId();
    row.statementId = origin.statementId();
    row.arrivalId = origin.arrivalId();
    row.ordinal = entry.ordinal();
    return row;
  }

  private void insert(List<MoneyInRow> rows) {
    bulk.insert(rows);
    bulk.insert(rows.stream().map(UnclaimedRow::of).toList());
  }

  /** The booking that a reversal takes back, where exactly one fits by reference or by amount. */
  private Long original(MoneyInRow reversal) {
    List<MoneyInRow> opposite =
        entities
            .createQuery(
                """
                from MoneyInRow where bankAccountId = :a and amountMinor = :m and bookingDate <= :d
                """,
                MoneyInRow.class)
            .setParameter("a", reversal.bankAccountId)
            .setParameter("m", -reversal.amountMinor)
            .setParameter("d", reversal.bookingDate)
            .getResultList();
    String reference = reversal.originalReference;
    List<MoneyInRow> named =
        opposite.stream()
            .filter(
                m ->
                    reference.isEmpty()
                        || m.bankReference.equals(reference)
                        || m.bankText.contains(reference))
            .toList();
    return named.size() == 1 ? named.get(0).id : null;
  }

  /** Takes members of deposits in. */
  @Transactional(propagation = Propagation.MANDATORY)
  public List<MoneyInId> members(long booksId, long arrivalId, List<Member> members) {
    List<MoneyInRow> rows = new ArrayList<>();
    for (Member member : members) {
      MoneyInRow row = MoneyInRow.of(member);
      row.id = ids.next();
      row.booksId = booksId;
      row.arrivalId = arrivalId;
      rows.add(row);
    }
    insert(rows);
    return rows.stream().map(r -> new MoneyInId(r.id)).toList();
  }

  /**
   * The sum of a batch that a statement brought, locked: same account, reference and amount, whole
   * and not explained. Empty where none or several are.
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public Optional<MoneyIn> sumOf(long bankAccountId, BatchDetail batch) {
    List<Long> sums =
        entities
            .createQuery(
                """
                select m.id from MoneyInRow m
                where m.bankAccountId = :a and m.bankReference = :r and m.amountMinor = :m
                  and m.standing = COUNTS and m.detailOfId is null and m.batchReference is null
                  and not exists (select 1 from ClaimRow c where c.moneyInId = m.id)
                  and not exists (select 1 from DepositRow d where d.entryId = m.id)
                  and not exists (select 1 from SetAsideRow s where s.moneyInId = m.id and s.isSet)
                """,
                Long.class)
            .setParameter("a", bankAccountId)
            .setParameter("r", batch.reference())
            .setParameter("m", batch.amountMinor())
            .getResultList();
    if (sums.size() != 1) {
      return Optional.empty();
    }
    // whoever posts it or sets it aside locks it first: what was done by now is seen here
    lock(sums.get(0));
    boolean taken =
        !entities
            .createQuery(
                """
                select 1 from MoneyInRow m where m.id = :m
                  and (exists (select 1 from ClaimRow c where c.moneyInId = m.id)
                    or exists (select 1 from SetAsideRow s where s.moneyInId = m.id and s.isSet))
                """,
                Integer.class)
            .setParameter("m", sums.get(0))
            .getResultList()
            .isEmpty();
    return taken
        ? Optional.empty()
        : Optional.of(entities.find(MoneyInRow.class, sums.get(0)).toFact());
  }

  private void lock(long id) {
    entities
        .createNativeQuery("select id from money_in where id = :id for update")
        .setParameter("id", id)
        .getResultList();
  }

  /** Puts the parts of a sum in its place; it counts by them from now on. */
  @Transactional(propagation = Propagation.MANDATORY)
  public void giveParts(PartsGiven given, long arrivalId, Map<StatementEntry, Integer> ordinals) {
    long id = given.sum().id().number();
    MoneyInRow sum = entities.find(MoneyInRow.class, id);
    List<MoneyInRow> rows = new ArrayList<>();
    for (PartsGiven.Part part : given.parts()) {
      MoneyInRow row = MoneyInRow.of(part.entry(), part.money().currency(), Standing.COUNTS);
      row.id = part.money().id().number();
      row.booksId = sum.booksId;
      row.bankAccountId = sum.bankAccountId;
      row.statementId = sum.statementId;
      row.arrivalId = arrivalId;
      row.ordinal = ordinals.get(part.entry());
      row.bookingDate = part.money().bookingDate();
      row.detailOfId = id;
      rows.add(row);
    }
    insert(rows);
    stand(id, Standing.DETAILED);
  }

  /** An id for a sum that is about to be stored. */
  public MoneyInId nextId() {
    return new MoneyInId(ids.next());
  }

  /** An entry that is held as possibly double. */
  public record Held(
      long bankAccountId,
      long statementId,
      long arrivalId,
      int place,
      LocalDate bookingDate,
      long amountMinor,
      String words) {}

  /**
   * @throws Refusal {@code not-held}
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public Held held(long booksId, MoneyInId id) {
    lock(id.number());
    MoneyInRow row = entities.find(MoneyInRow.class, id.number());
    if (row == null || row.booksId != booksId || row.standing != Standing.HELD) {
      throw new Refusal("not-held", "This entry is not held any more; somebody was first.");
    }
    return new Held(
        row.bankAccountId,
        row.statementId,
        row.arrivalId,
        row.place,
        row.bookingDate,
        row.amountMinor,
        row.toFact().words());
  }

  /** A held entry counts from now on. */
  @Transactional(propagation = Propagation.MANDATORY)
  public void count(MoneyInId id) {
    stand(id.number(), Standing.COUNTS);
  }

  /** A held entry is known, and goes. */
  @Transactional(propagation = Propagation.MANDATORY)
  public void drop(MoneyInId id) {
    change("delete from unclaimed where money_in_id = :id", id.number());
    change("delete from money_in where id = :id", id.number());
  }

  /**
   * Takes out what a file brought: what a posting names stays and counts no more. Sums whose parts
   * it gave count by themselves again.
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public void withdraw(long arrivalId) {
    for (String remove :
        List.of(
            "update money_in set standing = 'COUNTS' where id in (select detail_of_id from money_in where arrival_id = :id and detail_of_id is not null)",
            "update unclaimed set standing = 'COUNTS' where money_in_id in (select detail_of_id from money_in where arrival_id = :id and detail_of_id is not null)",
            "update money_in set reverses_id = null where arrival_id = :id",
            "update money_in set standing = 'WITHDRAWN' where arrival_id = :id",
            "delete from unclaimed where arrival_id = :id",
            "delete from money_in where arrival_id = :id and not exists (select 1 from posting p where p.money_in_id = money_in.id) and not exists (select 1 from tie_part t where t.money_in_id = money_in.id)",
            Unclaimed.STAND_AS_THERE + "arrival_id = :id")) {
      change(remove, arrivalId);
    }
  }

  /** Where a sum stands that nothing explains. */
  private void stand(long id, Standing standing) {
    for (String sql :
        List.of(
            "update money_in set standing = :s where id = :id",
            "update unclaimed set standing = :s where money_in_id = :id")) {
      entities
          .createNativeQuery(sql)
          .setParameter("s", standing.name())
          .setParameter("id", id)
          .executeUpdate();
    }
  }

  private void change(String sql, long id) {
    entities.createNativeQuery(sql).setParameter("id", id).executeUpdate();
  }

  /** Whether a later file gives the parts of an entry in this one: that file. */
  @Transactional(readOnly = true)
  public Optional<Long> detailedBy(long arrivalId) {
    return entities
        .createQuery(
            """
            select part.arrivalId from MoneyInRow part
            join MoneyInRow sum on sum.id = part.detailOfId where sum.arrivalId = :a
            """,
            Long.class)
        .setParameter("a", arrivalId)
        .setMaxResults(1)
        .getResultStream()
        .findFirst();
  }
}
