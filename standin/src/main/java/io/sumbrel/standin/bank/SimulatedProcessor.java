package io.sumbrel.standin.bank;

import io.sumbrel.core.bank.Method;
import io.sumbrel.core.bank.StatementEntry;
import io.sumbrel.core.money.AmountText;
import io.sumbrel.core.money.Proportion;
import java.nio.charset.StandardCharsets;
import java.time.DayOfWeek;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Currency;
import java.util.List;
import java.util.Optional;
import java.util.Random;

/** A card processor that stands in for one: a payout twice a week, sent on the same day. */
final class SimulatedProcessor {
  private static final Currency USD = Currency.getInstance("USD");
  private static final String HEADER = "payout,day,what,charge,order,holder,gross,fee,net\n";
  private static final int FEE_PER_MILLE = 29;
  private static final long FIXED_FEE = 28;
  private static final String[] HOLDERS = {
    "B ANSTEY", "T WINTERBORNE", "L OAKESHOTT", "R MARSDEN-VALE", "I PENHALE", "S UNDERCLIFF"
  };

  private record Sale(int charge, String holder, long grossMinor, long feeMinor) {
    long netMinor() {
      return grossMinor - feeMinor;
    }
  }

  private SimulatedProcessor() {}

  private static boolean isPayoutDay(LocalDate day) {
    return day.getDayOfWeek() == DayOfWeek.WEDNESDAY || day.getDayOfWeek() == DayOfWeek.FRIDAY;
  }

  private static String reference(LocalDate day) {
    return "PO-" + (2_000 + day.getDayOfYear());
  }

  private static List<Sale> sales(LocalDate day) {
    Random random = new Random(day.toEpochDay());
    List<Sale> sales = new ArrayList<>();
    for (int i = 0; i < 3 + random.nextInt(4); i++) {
      long gross = 5 * (400 + random.nextInt(7_000));
      boolean refund = i > 2 && random.nextInt(3) == 0;
      long fee = Proportion.halfUp(gross, FEE_PER_MILLE, 1_000) + FIXED_FEE;
      int charge = day.getDayOfYear() * 10 + i;
      String holder = HOLDERS[random.nextInt(HOLDERS.length)];
      sales.add(
          refund ? new Sale(charge, holder, -gross, 0) : new Sale(charge, holder, gross, fee));
    }
    return sales;
  }

  /** The list of payouts of a day. */
  static Optional<BankFile> file(LocalDate day) {
    String name = "cardmill-payouts-" + day + ".csv";
    if (day.equals(WrittenCases.DAY)) {
      return Optional.of(new BankFile(name, day, WrittenCases.file("payouts.csv")));
    }
    if (!isPayoutDay(day)) {
      return Optional.empty();
    }
    StringBuilder out = new StringBuilder(HEADER);
    for (Sale s : sales(day)) {
      out.append(
          "%s,%s,%s,ch_%d,W-%d,%s,%s,%s,%s\n"
              .formatted(
                  reference(day),
                  day,
                  s.grossMinor() < 0 ? "money back" : "sale",
                  s.charge(),
                  s.charge() % 1000,
                  s.holder(),
                  AmountText.plain(s.grossMinor(), USD),
                  AmountText.plain(-s.feeMinor(), USD),
                  AmountText.plain(s.netMinor(), USD)));
    }
    out.append(
        "%s,%s,sent,,,,,,%s\n".formatted(reference(day), day, AmountText.plain(-net(day), USD)));
    return Optional.of(new BankFile(name, day, out.toString().getBytes(StandardCharsets.UTF_8)));
  }

  private static long net(LocalDate day) {
    return sales(day).stream().mapToLong(Sale::netMinor).sum();
  }

  /** What reaches the bank on a day. */
  static Optional<StatementEntry> sentOn(LocalDate day) {
    if (day.equals(WrittenCases.DAY.plusDays(1))) {
      return Optional.of(payout(day, "PO-2208", 30_111));
    }
    return isPayoutDay(day) ? Optional.of(payout(day, reference(day), net(day))) : Optional.empty();
  }

  private static StatementEntry payout(LocalDate day, String reference, long minor) {
    return StatementEntry.at(0, day, minor)
        .reference("QP" + day.getDayOfYear())
        .payer(Optional.of("CARDMILL"), Optional.empty())
        .method(Method.TRANSFER)
        .text("PAYOUT " + reference)
        .build();
  }
}
