package io.sumbrel.server.desk;

import io.sumbrel.core.chart.Chart;
import io.sumbrel.core.matching.Certainty;
import io.sumbrel.core.matching.Plan;
import io.sumbrel.core.matching.Proposal;
import io.sumbrel.core.receipt.MoneyIn;
import io.sumbrel.core.usual.AccountWay;
import io.sumbrel.core.usual.UsualAccounts;
import java.util.List;
import java.util.Optional;

/** Ways to ledger accounts, beside those that the plan has for a sum. */
record ToAccounts(UsualAccounts usual, Chart chart) {
  /** As many as there are digits to take them by. */
  private static final int MOST_WAYS = 9;

  /**
   * As many as there are digits left; those that nothing speaks for only where no item is proposed,
   * and none where the sum is recorded already.
   */
  List<AccountWay> of(Plan.Row row, MoneyIn money) {
    return row.ways().stream().anyMatch(Proposal::isTie)
        ? List.of()
        : usual.waysFor(money, chart).stream()
            .filter(w -> row.ways().isEmpty() || w.certainty() != Certainty.NOTHING_YET)
            .limit(MOST_WAYS - row.ways().size())
            .toList();
  }

  /** The one that something speaks for, where the plan takes no way of its own. */
  Optional<AccountWay> spokenFor(Plan.Row row, MoneyIn money) {
    return row.chosen().isPresent()
        ? Optional.empty()
        : of(row, money).stream()
            .limit(1)
            .filter(w -> w.certainty() != Certainty.NOTHING_YET)
            .findFirst();
  }
}
