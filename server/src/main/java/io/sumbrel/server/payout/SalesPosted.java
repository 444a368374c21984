package io.sumbrel.server.payout;

import io.sumbrel.core.ledger.AccountCode;
import io.sumbrel.core.payout.Payout;
import io.sumbrel.core.tax.TaxPart;
import io.sumbrel.server.persistence.InParts;
import jakarta.persistence.EntityManager;
import java.util.Collection;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Sales that were posted with their payouts, and what of them was paid back since. */
@Component
class SalesPosted {
  private final EntityManager entities;

  SalesPosted(EntityManager entities) {
    this.entities = entities;
  }

  /** Those of one processor by their numbers; one that is not there was never posted so. */
  @Transactional(readOnly = true)
  public Map<String, Payout.Sold> of(Optional<Long> layoutId, Collection<String> numbers) {
    Map<String, Payout.Sold> sold = new HashMap<>();
    layoutId.ifPresent(
        layout -> {
          InParts.of(numbers, some -> rows(layout, some, "SALE", sold));
          InParts.of(numbers, some -> rows(layout, some, "REFUND", sold));
        });
    return sold;
  }

  private void rows(
      long layout, Collection<String> numbers, String part, Map<String, Payout.Sold> sold) {
    entities
        .createQuery(
            """
            select p.number, p.amountMinor, p.accountCode, p.taxCode, p.taxAccountCode, p.taxMinor
            from PayoutPartRow p join DepositRow d on d.postedId = p.postingId
            where p.number in :numbers and d.layoutId = :layout and p.part = :part
              and p.accountCode is not null
            """,
            Object[].class)
        .setParameter("numbers", numbers)
        .setParameter("layout", layout)
        .setParameter("part", part)
        .getResultStream()
        .forEach(
            r -> {
              long minor = (Long) r[1];
              long tax = r[5] == null ? 0 : (Long) r[5];
              if (part.equals("SALE")) {
                Optional<TaxPart> taxed =
                    Optional.ofNullable((String) r[3])
                        .map(code -> new TaxPart(code, new AccountCode((String) r[4]), tax));
                sold.put(
                    (String) r[0],
                    new Payout.Sold(new AccountCode((String) r[2]), taxed, minor, 0, 0));
              } else {
                sold.computeIfPresent((String) r[0], (n, s) -> s.paidBack(-minor, tax));
              }
            });
  }
}
