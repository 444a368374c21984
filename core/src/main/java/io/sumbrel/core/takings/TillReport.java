package io.sumbrel.core.takings;

import io.sumbrel.core.chart.Chart;
import io.sumbrel.core.deposit.DepositMember;
import io.sumbrel.core.deposit.MemberKind;
import io.sumbrel.core.deposit.PaymentMethod;
import io.sumbrel.core.ledger.AccountCode;
import io.sumbrel.core.money.AmountText;
import io.sumbrel.core.money.Money;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.core.remittance.RemittanceDetail;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Currency;
import java.util.List;
import java.util.Objects;
import java.util.Optional;

/**
 * What a till reports of one day, as somebody typed it or a file states it: what was sold, what was
 * taken out, and how it was paid. Amounts in minor units, above zero.
 *
 * @param till its name
 * @param changeMinor of the cash that was counted, what stays in the till for the next day
 */
public record TillReport(
    String till,
    LocalDate day,
    Currency currency,
    List<Line> lines,
    List<Paid> paid,
    long changeMinor) {

  /** A busy counter takes in dozens of cheques; more is several reports. */
  public static final int MOST_PARTS = 500;

  private static final int LONGEST_NAME = 40;
  private static final int LONGEST_WORDS = 200;

  /**
   * Goods that were sold, or cash that was taken out.
   *
   * @param place 1-based line where it stands
   * @param account against which it stands
   * @param taxCode empty where the amount includes no tax
   * @param taxMinor as the till states it; empty where it follows from the rate
   */
  public record Line(
      int place,
      Takings.Kind kind,
      AccountCode account,
      Optional<String> taxCode,
      Optional<Long> taxMinor,
      long amountMinor,
      String note) {}

  /**
   * How some of it was paid: cash all together, cheques one by one, cards by the sum of each kind.
   *
   * @param method the house's code of the way to pay
   * @param number of a cheque, or a reference
   * @param invoice the number of an invoice that was paid at the counter, which is no sale
   */
  public record Paid(
      int place,
      String method,
      long amountMinor,
      String number,
      Optional<String> payer,
      Optional<String> invoice) {}

  /**
   * A receipt that is kept from this day until it is banked.
   *
   * @param paid what of the report it is; cash is one receipt for all that was sold
   */
  public record Kept(PaymentMethod method, Paid paid) {
    /** Whether it pays what was sold, and no invoice. */
    public boolean isForSales() {
      return paid.invoice().isEmpty();
    }

    /** As it is kept: of somebody, or of nobody in particular. */
    public DepositMember member(TillReport report) {
      return new DepositMember(
          paid.place(),
          method.kind(),
          report.day(),
          paid.amountMinor(),
          paid.number().strip(),
          paid.payer().map(String::strip).filter(p -> !p.isEmpty()),
          Optional.empty(),
          paid.invoice().map(i -> new RemittanceDetail(i, paid.amountMinor())).stream().toList(),
          report.words());
    }
  }

  public TillReport {
    Objects.requireNonNull(day);
    Objects.requireNonNull(currency);
    till = till.strip();
    lines = List.copyOf(lines);
    paid = List.copyOf(paid);
  }

  /**
   * Judges what somebody wrote, before anything of it is kept.
   *
   * @throws Refusal {@code till}, {@code empty-takings}, {@code too-many-parts}, {@code amount},
   *     {@code number}
   */
  public void requireWellformed() {
    if (till.isEmpty() || till.length() > LONGEST_NAME) {
      throw new Refusal(
          "till", "The name of the till has 1 to %d letters.".formatted(LONGEST_NAME));
    }
    if (paid.isEmpty()) {
      throw new Refusal("empty-takings", "Say how it was paid: cash, cheques or cards.");
    }
    if (lines.size() + paid.size() > MOST_PARTS) {
      throw new Refusal(
          "too-many-parts", "A report of a day holds up to %d lines.".formatted(MOST_PARTS));
    }
    lines.forEach(l -> requireAmount(l.place(), l.amountMinor()));
    lines.forEach(this::requireTax);
    paid.forEach(p -> requireAmount(p.place(), p.amountMinor()));
    lines.forEach(l -> requireShort("A note", l.note(), LONGEST_WORDS));
    paid.forEach(p -> requireShort("A number", p.number(), LONGEST_NAME));
    paid.forEach(p -> requireShort("A name", p.payer().orElse(""), LONGEST_WORDS));
    if (changeMinor < 0 || changeMinor > Money.MAX_MINOR) {
      throw new Refusal("amount", "What stays in the till is 0.00 or more.");
    }
  }

  /**
   * The receipts that it makes: all cash for sales is one, less what stays in the till.
   *
   * @throws Refusal {@code method}, {@code amount} when more change stays than cash was counted
   */
  public List<Kept> kept(Chart chart) {
    List<Kept> kept = new ArrayList<>();
    Kept cash = null;
    for (Paid one : paid) {
      PaymentMethod method = chart.method(one.method());
      boolean counted = method.kind() == MemberKind.CASH && one.invoice().isEmpty();
      if (!counted) {
        kept.add(new Kept(method, one));
      } else {
        cash = cash == null ? new Kept(method, one) : more(cash, one.amountMinor());
      }
    }
    if (changeMinor > 0 || cash != null) {
      long counted = cash == null ? 0 : cash.paid().amountMinor();
      if (counted < changeMinor) {
        throw new Refusal(
            "amount",
            "%s stay in the till, and only %s were counted."
                .formatted(
                    AmountText.words(changeMinor, currency), AmountText.words(counted, currency)));
      }
      if (counted > changeMinor) {
        kept.add(0, more(cash, -changeMinor));
      }
    }
    return kept;
  }

  /** Whether cash was counted: only that can come to more or less than was sold. */
  boolean countsCash(Chart chart) {
    return paid.stream().anyMatch(p -> chart.method(p.method()).kind() == MemberKind.CASH);
  }

  public String words() {
    return "Takings of " + till + ", " + day;
  }

  private static Kept more(Kept cash, long minor) {
    Paid paid = cash.paid();
    return new Kept(
        cash.method(),
        new Paid(
            paid.place(),
            paid.method(),
            paid.amountMinor() + minor,
            paid.number(),
            paid.payer(),
            paid.invoice()));
  }

  private void requireTax(Line line) {
    boolean within =
        line.taxMinor().filter(t -> t < 0 || t > line.amountMinor()).isEmpty()
            && (line.taxMinor().isEmpty() || line.taxCode().isPresent());
    if (!within) {
      throw new Refusal(
          "amount",
          "Line %d: a tax is stated with its code, and is no more than its amount."
              .formatted(line.place()));
    }
  }

  private static void requireAmount(int place, long minor) {
    if (minor <= 0 || minor > Money.MAX_MINOR) {
      throw new Refusal("amount", "Line %d: an amount is more than nothing.".formatted(place));
    }
  }

  private static void requireShort(String what, String text, int most) {
    if (text.strip().length() > most) {
      throw new Refusal("number", "%s holds up to %d letters.".formatted(what, most));
    }
  }
}
