package io.sumbrel.server.books;

import io.sumbrel.core.rules.HouseLimits;
import jakarta.persistence.EntityManager;
import java.util.Map;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** The limits of a house, kept as data. */
@Component
public class Limits {
  private static final String CHARGE_CAP = "charge-cap";
  private static final String DISCOUNT_GRACE_DAYS = "discount-grace-days";
  private static final String CLERK_WRITE_OFF = "clerk-write-off";
  private static final String SUPERVISOR_WRITE_OFF = "supervisor-write-off";
  private static final String LOOK_BACK_MONTHS = "look-back-months";
  private static final String RECORDED_DAYS = "recorded-days";

  private final EntityManager entities;

  Limits(EntityManager entities) {
    this.entities = entities;
  }

  @Transactional(readOnly = true)
  public HouseLimits of(long booksId) {
    Map<String, Long> amounts =
        entities
            .createQuery("from LimitRow where booksId = :b", LimitRow.class)
            .setParameter("b", booksId)
            .getResultStream()
            .collect(Collectors.toMap(r -> r.code, r -> r.amount));
    return new HouseLimits(
        amounts.get(CHARGE_CAP),
        Math.toIntExact(amounts.get(DISCOUNT_GRACE_DAYS)),
        amounts.get(CLERK_WRITE_OFF),
        amounts.get(SUPERVISOR_WRITE_OFF),
        Math.toIntExact(amounts.get(LOOK_BACK_MONTHS)),
        Math.toIntExact(amounts.get(RECORDED_DAYS)));
  }

  @Transactional(propagation = Propagation.MANDATORY)
  public void store(long booksId, HouseLimits limits) {
    entities.merge(LimitRow.of(booksId, CHARGE_CAP, limits.chargeCapMinor()));
    entities.merge(LimitRow.of(booksId, DISCOUNT_GRACE_DAYS, limits.discountGraceDays()));
    entities.merge(LimitRow.of(booksId, CLERK_WRITE_OFF, limits.clerkWriteOffMinor()));
    entities.merge(LimitRow.of(booksId, SUPERVISOR_WRITE_OFF, limits.supervisorWriteOffMinor()));
    entities.merge(LimitRow.of(booksId, LOOK_BACK_MONTHS, limits.lookBackMonths()));
    entities.merge(LimitRow.of(booksId, RECORDED_DAYS, limits.recordedDays()));
  }
}
