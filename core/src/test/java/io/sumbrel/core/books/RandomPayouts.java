package io.sumbrel.core.books;

import io.sumbrel.core.deposit.DepositKind;
import io.sumbrel.core.deposit.MemberKind;
import io.sumbrel.core.deposit.RecordedId;
import io.sumbrel.core.proof.BooksFacts;
import io.sumbrel.core.receipt.MoneyInId;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;

/**
 * Payouts posted in a random walk: with some of their sales, and where a receipt on hand has the
 * sum of one, as that; now and then one that is posted already, or a sale that is explained.
 */
final class RandomPayouts {
  private final Random random;
  private final Books books;
  int posted;
  int recordedBefore;

  RandomPayouts(Random random, Books books) {
    this.random = random;
    this.books = books;
  }

  void post() {
    BooksFacts facts = books.facts();
    List<BooksFacts.Deposit> payouts =
        facts.deposits().stream()
            .filter(d -> d.kind() == DepositKind.PAYOUT)
            .filter(d -> d.posted().isEmpty() || random.nextInt(30) == 0)
            .toList();
    if (payouts.isEmpty()) {
      return;
    }
    BooksFacts.Deposit payout = payouts.get(random.nextInt(payouts.size()));
    List<MoneyInId> sales =
        payout.members().stream()
            .filter(m -> m.kind() == MemberKind.SALE && random.nextInt(3) != 0)
            .flatMap(m -> m.moneyIn().stream())
            .filter(id -> isOpen(facts, id) || random.nextInt(30) == 0)
            .toList();
    Map<MoneyInId, RecordedId> known = known(facts, payout, sales);
    books.postPayout(
        payout.id(), sales.stream().filter(s -> !known.containsKey(s)).toList(), known);
    posted++;
    recordedBefore += known.size();
  }

  private static boolean isOpen(BooksFacts facts, MoneyInId id) {
    return facts.entries().stream()
        .anyMatch(e -> e.moneyIn().id().equals(id) && e.explanation().isEmpty());
  }

  private static Map<MoneyInId, RecordedId> known(
      BooksFacts facts, BooksFacts.Deposit payout, List<MoneyInId> sales) {
    Map<MoneyInId, RecordedId> known = new HashMap<>();
    for (BooksFacts.Member sale : payout.members()) {
      facts.onHand().stream()
          .filter(o -> o.tie().isEmpty() && o.amountMinor() == sale.amountMinor())
          .filter(o -> sale.moneyIn().filter(sales::contains).isPresent())
          .filter(o -> !known.containsValue(o.id()))
          .findFirst()
          .ifPresent(o -> known.put(sale.moneyIn().orElseThrow(), o.id()));
    }
    return known;
  }
}
