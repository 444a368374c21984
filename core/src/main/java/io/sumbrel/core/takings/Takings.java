package io.sumbrel.core.takings;

import io.sumbrel.core.chart.Chart;
import io.sumbrel.core.difference.Authority;
import io.sumbrel.core.difference.DifferenceLimits;
import io.sumbrel.core.difference.DifferenceReason;
import io.sumbrel.core.ledger.AccountCode;
import io.sumbrel.core.ledger.StandardAccount;
import io.sumbrel.core.money.AmountText;
import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.core.tax.TaxPart;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Currency;
import java.util.List;
import java.util.Objects;
import java.util.Optional;

/**
 * The takings of a counter on one day, as they are posted: what was sold stands against what was
 * paid, and what the till counted otherwise is named. Amounts in minor units.
 *
 * @param receipts what is kept of it; invoices that were paid at the counter are not among them
 */
public record Takings(String till, Currency currency, List<Line> lines, List<Receipt> receipts) {

  /** What a line does. */
  public enum Kind {
    /** Goods or services were sold. */
    SOLD("sold", 1),
    /** Cash was taken out: goods came back, or something small was paid from the till. */
    PAID_OUT("paid out", -1),
    /** The till holds more than was sold. */
    COUNTED_MORE("till over", 1),
    /** The till holds less than was sold. */
    COUNTED_LESS("till short", -1);

    private final String words;
    private final int side;

    Kind(String words, int side) {
      this.words = words;
      this.side = side;
    }

    public String words() {
      return words;
    }

    /** Whether somebody writes it; what was counted otherwise follows from the count. */
    public boolean isWritten() {
      return this == SOLD || this == PAID_OUT;
    }
  }

  /**
   * One of the lines.
   *
   * @param amountMinor above zero, with its tax; the kind says whether it adds or takes off
   */
  public record Line(
      Kind kind, AccountCode account, Optional<TaxPart> tax, long amountMinor, String note) {
    public Line {
      Objects.requireNonNull(account);
      Objects.requireNonNull(tax);
      Objects.requireNonNull(note);
      if (amountMinor <= 0) {
        throw new IllegalArgumentException(kind + " of " + amountMinor);
      }
    }

    /** What it adds to the takings, signed. */
    public long signedMinor() {
      return kind.side * amountMinor;
    }

    /** The tax in that, signed alike. */
    public long signedTaxMinor() {
      return kind.side * tax.map(TaxPart::minor).orElse(0L);
    }
  }

  /** Money that was taken, with the account on which it is kept until it is banked. */
  public record Receipt(MoneyInId money, AccountCode standsOn, long amountMinor) {}

  public Takings {
    Objects.requireNonNull(till);
    lines = List.copyOf(lines);
    receipts = List.copyOf(receipts);
    if (sum(lines) != paid(receipts) || receipts.isEmpty()) {
      throw new IllegalArgumentException("takings of " + lines + " paid by " + receipts);
    }
  }

  /**
   * Judges what a till reports.
   *
   * @param receipts those that are for sales, as they are kept
   * @param namesDifference whether the till may hold another sum than was sold, by name
   * @throws Refusal {@code empty-takings}, {@code account}, {@code tax-code}, {@code not-zero} with
   *     the figures where what was paid is not what was sold and nobody names the difference
   */
  public static Takings of(
      TillReport report, List<Receipt> receipts, Chart chart, boolean namesDifference) {
    if (receipts.isEmpty() || report.lines().isEmpty()) {
      throw new Refusal(
          "empty-takings", "Takings have something that was sold, and money that paid for it.");
    }
    List<Line> lines = new ArrayList<>();
    for (TillReport.Line line : report.lines()) {
      chart.free(line.account());
      Optional<TaxPart> tax =
          line.taxCode().map(code -> chart.taxIn(code, line.amountMinor(), report.day()));
      lines.add(
          new Line(
              line.kind(),
              line.account(),
              tax.map(t -> new TaxPart(t.code(), t.account(), line.taxMinor().orElse(t.minor()))),
              line.amountMinor(),
              line.note().strip()));
    }
    long difference = paid(receipts) - sum(lines);
    if (difference != 0) {
      requireNamed(report, receipts, lines, namesDifference && report.countsCash(chart));
      lines.add(
          new Line(
              difference > 0 ? Kind.COUNTED_MORE : Kind.COUNTED_LESS,
              StandardAccount.TILL_DIFFERENCES.code(),
              Optional.empty(),
              Math.abs(difference),
              ""));
    }
    return new Takings(report.till(), report.currency(), lines, receipts);
  }

  /**
   * Whether somebody may give the till's difference its name: a limit holds for one day, and for
   * all days of a till in a month, so that it cannot be sliced.
   *
   * @param thisMonthMinor what this till differed by before in the month, and stands
   * @throws Refusal {@code over-limit}
   */
  public void requireWithin(DifferenceLimits limits, Authority authority, long thisMonthMinor) {
    if (differenceMinor() != 0) {
      limits
          .of(DifferenceReason.SMALL_DIFFERENCE, authority, currency)
          .requireWithin(
              Math.abs(differenceMinor()),
              thisMonthMinor,
              " over or short in the till",
              " of this till this month");
    }
  }

  /** What was sold, less what was taken out. */
  public long soldMinor() {
    return sum(lines.stream().filter(l -> l.kind().isWritten()).toList());
  }

  /** What was paid. */
  public long paidMinor() {
    return paid(receipts);
  }

  /** What the till holds less what it should hold. */
  public long differenceMinor() {
    return paidMinor() - soldMinor();
  }

  /** What it is, of the day of its posting. */
  public String wordsOf(LocalDate day) {
    return "Takings of %s, %s".formatted(till, day);
  }

  private static long sum(List<Line> lines) {
    return lines.stream().mapToLong(Line::signedMinor).sum();
  }

  private static long paid(List<Receipt> receipts) {
    return receipts.stream().mapToLong(Receipt::amountMinor).sum();
  }

  private static void requireNamed(
      TillReport report, List<Receipt> receipts, List<Line> lines, boolean named) {
    if (!named) {
      Currency currency = report.currency();
      long difference = paid(receipts) - sum(lines);
      throw new Refusal(
          "not-zero",
          "%s: sold is %s, paid is %s: %s %s."
              .formatted(
                  report.words(),
                  AmountText.words(sum(lines), currency),
                  AmountText.words(paid(receipts), currency),
                  AmountText.words(Math.abs(difference), currency),
                  difference > 0 ? "too much" : "too little"));
    }
  }
}
