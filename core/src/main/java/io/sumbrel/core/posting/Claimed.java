package io.sumbrel.core.posting;

import io.sumbrel.core.deposit.RecordedId;
import io.sumbrel.core.receipt.MoneyInId;
import java.util.Set;

/**
 * What one posting explains: sums that came in, and deposits or receipts of which the bank has
 * shown the money.
 */
public record Claimed(Set<MoneyInId> money, Set<RecordedId> recorded) {
  public static final Claimed NONE = new Claimed(Set.of(), Set.of());

  public Claimed {
    money = Set.copyOf(money);
    recorded = Set.copyOf(recorded);
  }

  public static Claimed of(MoneyInId money) {
    return new Claimed(Set.of(money), Set.of());
  }
}
