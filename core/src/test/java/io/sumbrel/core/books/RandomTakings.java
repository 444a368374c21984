package io.sumbrel.core.books;

import io.sumbrel.core.difference.Authority;
import io.sumbrel.core.ledger.StandardAccount;
import io.sumbrel.core.takings.Takings;
import io.sumbrel.core.takings.TillReport;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Currency;
import java.util.List;
import java.util.Optional;
import java.util.Random;

/** Days at a counter in a random walk. */
final class RandomTakings {
  private static final Currency USD = Currency.getInstance("USD");

  private final Random random;
  private final Books books;
  int taken;

  RandomTakings(Random random, Books books) {
    this.random = random;
    this.books = books;
  }

  void take(LocalDate day, Authority authority) {
    books.take(report(day), authority);
    taken++;
  }

  /** A day at the counter; the till meets, or nearly, or not at all, and some pay an invoice. */
  private TillReport report(LocalDate day) {
    long sold = 1 + random.nextInt(90_000);
    long back = random.nextInt(3) == 0 ? random.nextInt((int) sold) : 0;
    long cheque = random.nextInt((int) (sold - back) + 1);
    long differs = random.nextInt(3) == 0 ? random.nextInt(600) - 300 : 0;
    List<TillReport.Line> lines = new ArrayList<>();
    lines.add(sale(Takings.Kind.SOLD, StandardAccount.SALES, sold));
    if (back > 0) {
      lines.add(sale(Takings.Kind.PAID_OUT, StandardAccount.RETURNED_SALES, back));
    }
    List<TillReport.Paid> paid = new ArrayList<>();
    paid.add(paid("CASH", 5_000 + sold - back - cheque + differs, Optional.empty()));
    if (cheque > 0) {
      paid.add(paid(random.nextBoolean() ? "CHEQUE" : "CARD", cheque, Optional.empty()));
    }
    if (random.nextBoolean()) {
      paid.add(paid("CASH", 1 + random.nextInt(9_000), Optional.of("T1")));
    }
    return new TillReport("Counter", day, USD, lines, paid, 5_000);
  }

  private TillReport.Line sale(Takings.Kind kind, StandardAccount account, long minor) {
    Optional<String> tax = random.nextBoolean() ? Optional.of("SALES") : Optional.empty();
    return new TillReport.Line(1, kind, account.code(), tax, Optional.empty(), minor, "");
  }

  private static TillReport.Paid paid(String method, long minor, Optional<String> invoice) {
    return new TillReport.Paid(1, method, minor, "", Optional.empty(), invoice);
  }
}
