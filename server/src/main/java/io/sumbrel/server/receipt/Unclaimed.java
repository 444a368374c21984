package io.sumbrel.server.receipt;

import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.server.persistence.InParts;
import jakarta.persistence.EntityManager;
import java.time.LocalDate;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/**
 * The sums that no posting explains now: those in the pile, and those that do not count by
 * themselves. Kept in step by whoever claims a sum or lets it go, and by {@link MoneyIntake}.
 */
@Component
public class Unclaimed {
  private static final String CLAIMED = "delete from unclaimed where money_in_id in (:ids)";

  /** Those of some sums that nothing explains, written as they are; a condition follows. */
  static final String STAND_AS_THERE =
      """
      insert into unclaimed (money_in_id, books_id, arrival_id, bank_account_id, standing, booking_date, amount_minor)
        select id, books_id, arrival_id, bank_account_id, standing, booking_date, amount_minor
        from money_in where\s""";

  private final EntityManager entities;

  Unclaimed(EntityManager entities) {
    this.entities = entities;
  }

  /** A posting explains these from now on. */
  @Transactional(propagation = Propagation.MANDATORY)
  public void claimed(Collection<MoneyInId> money) {
    change(CLAIMED, money);
  }

  /** Nothing explains these any more. */
  @Transactional(propagation = Propagation.MANDATORY)
  public void letGo(Collection<MoneyInId> money) {
    change(STAND_AS_THERE + "id in (:ids)", money);
  }

  private void change(String sql, Collection<MoneyInId> money) {
    InParts.of(
        money.stream().map(MoneyInId::number).sorted().toList(),
        some -> entities.createNativeQuery(sql).setParameter("ids", some).executeUpdate());
  }

  /** The sums that count, for the proof. */
  @Transactional(readOnly = true)
  public Set<MoneyInId> counting(long booksId) {
    Set<MoneyInId> counting = new HashSet<>();
    entities
        .createQuery(
            "select moneyInId from UnclaimedRow where booksId = :b and standing = COUNTS",
            Long.class)
        .setParameter("b", booksId)
        .getResultStream()
        .forEach(id -> counting.add(new MoneyInId(id)));
    return counting;
  }

  /** How many of a file are in the pile, by the file. */
  @Transactional(readOnly = true)
  public Map<Long, Long> inPileByFile(long booksId) {
    Map<Long, Long> byFile = new HashMap<>();
    entities
        .createQuery(
            """
            select u.arrivalId, count(u) from UnclaimedRow u
            where u.booksId = :b and u.standing = COUNTS
              and not exists (select 1 from DepositRow d where d.entryId = u.moneyInId)
              and not exists (select 1 from SetAsideRow s where s.moneyInId = u.moneyInId and s.isSet)
            group by u.arrivalId
            """,
            Object[].class)
        .setParameter("b", booksId)
        .getResultStream()
        .forEach(r -> byFile.put((Long) r[0], (Long) r[1]));
    return byFile;
  }

  /**
   * Entries of an account, summed.
   *
   * @param minor in minor units of the account's currency
   */
  public record Figures(long count, long minor, Optional<LocalDate> oldest) {
    public static final Figures NOTHING = new Figures(0, 0, Optional.empty());
  }

  /** Of each bank account on which any stand so: that count, or that are held. */
  @Transactional(readOnly = true)
  public Map<Long, Figures> byAccount(long booksId, Standing standing) {
    Map<Long, Figures> byAccount = new HashMap<>();
    entities
        .createQuery(
            """
            select bankAccountId, count(*), sum(amountMinor), min(bookingDate) from UnclaimedRow
            where booksId = :b and standing = :s and bankAccountId > 0 group by bankAccountId
            """,
            Object[].class)
        .setParameter("b", booksId)
        .setParameter("s", standing)
        .getResultStream()
        .forEach(
            r ->
                byAccount.put(
                    (Long) r[0],
                    new Figures((Long) r[1], (Long) r[2], Optional.of((LocalDate) r[3]))));
    return byAccount;
  }
}
