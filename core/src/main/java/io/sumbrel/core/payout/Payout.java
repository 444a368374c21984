package io.sumbrel.core.payout;

import io.sumbrel.core.chart.Chart;
import io.sumbrel.core.deposit.DepositKind;
import io.sumbrel.core.deposit.MemberKind;
import io.sumbrel.core.deposit.RecordedId;
import io.sumbrel.core.deposit.Tie;
import io.sumbrel.core.ledger.AccountCode;
import io.sumbrel.core.money.AmountText;
import io.sumbrel.core.money.Proportion;
import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.core.tax.TaxPart;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Currency;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;

/**
 * What of a payout is posted with it as a whole: what the processor kept, sales that pay no item
 * and what of them was paid back, and sales that are receipts recorded before. All else of it is
 * explained row by row. Amounts in minor units, signed: what they add to the payout.
 *
 * @param balance the account on which the processor's money stands until the bank shows it
 * @param receipts recorded before: together the sum of the rows that go to no account
 */
public record Payout(
    RecordedId id,
    String reference,
    Currency currency,
    AccountCode balance,
    List<Part> parts,
    List<Tie.Record> receipts) {

  /** A processor's busiest day; a longer file is several payouts. */
  public static final int MOST_PARTS = 20_000;

  /**
   * A row as it is posted.
   *
   * @param number the processor's name for the sale; may be empty
   * @param money the sum that it is in the pile; empty for what is explained with the payout only
   * @param account the other side; empty for a sale that was recorded before
   */
  public record Part(
      MemberKind kind,
      String number,
      Optional<MoneyInId> money,
      long amountMinor,
      Optional<AccountCode> account,
      Optional<TaxPart> tax) {}

  /**
   * A row that is to be posted with the payout.
   *
   * @param sold of a refund: the sale that is paid back, where it was posted before
   */
  public record Row(
      MemberKind kind,
      String number,
      Optional<MoneyInId> money,
      long amountMinor,
      Optional<Sold> sold) {}

  /**
   * A sale that pays no item, as it was posted, and what of it was paid back since.
   *
   * @param tax of the whole sale
   * @param refundedMinor above zero, with {@code refundedTaxMinor} of tax in it
   */
  public record Sold(
      AccountCode account,
      Optional<TaxPart> tax,
      long amountMinor,
      long refundedMinor,
      long refundedTaxMinor) {

    /** Common practice: tax goes back in proportion, half up; the last part takes the rest. */
    private Optional<TaxPart> taxBack(long minor) {
      return tax.map(
          t -> {
            long back =
                refundedMinor + minor >= amountMinor
                    ? t.minor() - refundedTaxMinor
                    : Proportion.halfUp(minor, t.minor(), amountMinor);
            return new TaxPart(t.code(), t.account(), back);
          });
    }

    /** The same once more of it was paid back, with some tax in that. */
    public Sold paidBack(long minor, long taxMinor) {
      return new Sold(
          account, tax, amountMinor, refundedMinor + minor, refundedTaxMinor + taxMinor);
    }
  }

  /** Sales that are receipts recorded before, of equal sums. */
  public record Known(List<Row> sales, List<Tie.Record> receipts) {
    public Known {
      sales = List.copyOf(sales);
      receipts = List.copyOf(receipts);
    }
  }

  /**
   * A payout as somebody wants to post it.
   *
   * @param rows that go to accounts
   */
  public record Filled(
      RecordedId id,
      String reference,
      Currency currency,
      AccountCode balance,
      List<Row> rows,
      List<Known> known) {}

  public Payout {
    Objects.requireNonNull(reference);
    parts = List.copyOf(parts);
    receipts = List.copyOf(receipts);
    long before =
        parts.stream().filter(p -> p.account().isEmpty()).mapToLong(Part::amountMinor).sum();
    if (before != receipts.stream().mapToLong(Tie.Record::amountMinor).sum()) {
      throw new IllegalArgumentException("sales of " + before + " and receipts " + receipts);
    }
  }

  /**
   * Judges what is to be posted with a payout.
   *
   * @param date of the posting, on which rates of tax hold
   * @throws Refusal {@code empty-payout}, {@code too-many-parts}, {@code twice}, {@code not-zero},
   *     {@code no-sale}, {@code refund-over}, and those of {@link ProcessorAccounts#requireIn}
   */
  public static Payout of(Filled filled, ProcessorAccounts accounts, Chart chart, LocalDate date) {
    accounts.requireIn(chart, date);
    requireSome(filled);
    List<Part> parts = new ArrayList<>();
    Map<String, Sold> sold = new HashMap<>();
    for (Row row : filled.rows()) {
      if (row.kind() != MemberKind.REFUND) {
        ProcessorAccounts.Booked booked = accounts.of(row.kind());
        parts.add(part(row, booked.account(), booked.taxIn(row.amountMinor(), chart, date)));
      }
    }
    parts.stream()
        .filter(p -> p.kind() == MemberKind.SALE && !p.number().isEmpty())
        .forEach(
            p ->
                sold.put(
                    p.number(),
                    new Sold(p.account().orElseThrow(), p.tax(), p.amountMinor(), 0, 0)));
    for (Row row : filled.rows()) {
      if (row.kind() == MemberKind.REFUND) {
        parts.add(refund(row, sold, filled.currency()));
      }
    }
    List<Tie.Record> receipts = new ArrayList<>();
    for (Known known : filled.known()) {
      requireMeet(known, filled.currency());
      known.sales().forEach(s -> parts.add(knownBefore(s)));
      receipts.addAll(known.receipts());
    }
    return new Payout(
        filled.id(), filled.reference(), filled.currency(), filled.balance(), parts, receipts);
  }

  /** What it adds to the payout, of a kind. */
  public long sumMinor(MemberKind kind) {
    return parts.stream().filter(p -> p.kind() == kind).mapToLong(Part::amountMinor).sum();
  }

  /** What it moves on the processor's balance: sales that were recorded before stand there. */
  public long movedMinor() {
    return parts.stream().filter(p -> p.account().isPresent()).mapToLong(Part::amountMinor).sum();
  }

  public String words() {
    return (DepositKind.PAYOUT.words() + " " + reference).strip();
  }

  private static Part part(Row row, AccountCode account, Optional<TaxPart> tax) {
    return new Part(
        row.kind(), row.number(), row.money(), row.amountMinor(), Optional.of(account), tax);
  }

  private static Part knownBefore(Row sale) {
    return new Part(
        sale.kind(),
        sale.number(),
        sale.money(),
        sale.amountMinor(),
        Optional.empty(),
        Optional.empty());
  }

  /** Onto the sale's own account, with the tax that was in it. */
  private static Part refund(Row row, Map<String, Sold> here, Currency currency) {
    // what was paid back before in this payout counts
    Sold sale = Optional.ofNullable(here.get(row.number())).or(row::sold).orElse(null);
    if (sale == null) {
      throw new Refusal(
          "no-sale",
          "The books do not know the sale %s that %s pays back; say on the desk what it is."
              .formatted(row.number(), AmountText.words(-row.amountMinor(), currency)));
    }
    if (-row.amountMinor() > sale.amountMinor() - sale.refundedMinor()) {
      throw new Refusal(
          "refund-over",
          "Of sale %s %s can still be paid back, not %s."
              .formatted(
                  row.number(),
                  AmountText.words(sale.amountMinor() - sale.refundedMinor(), currency),
                  AmountText.words(-row.amountMinor(), currency)));
    }
    Part refund = part(row, sale.account(), sale.taxBack(-row.amountMinor()));
    here.put(
        row.number(),
        sale.paidBack(-row.amountMinor(), refund.tax().map(TaxPart::minor).orElse(0L)));
    return refund;
  }

  private static void requireSome(Filled filled) {
    int count = filled.rows().size();
    Set<MoneyInId> once = new HashSet<>();
    Set<RecordedId> receipts = new HashSet<>();
    List<Row> all = new ArrayList<>(filled.rows());
    for (Known known : filled.known()) {
      all.addAll(known.sales());
      count += known.sales().size() + known.receipts().size();
      for (Tie.Record receipt : known.receipts()) {
        if (!receipts.add(receipt.id())) {
          throw twice();
        }
      }
    }
    if (count == 0) {
      throw new Refusal("empty-payout", "Nothing of this payout is left to post with it.");
    }
    if (count > MOST_PARTS) {
      throw new Refusal(
          "too-many-parts", "Up to %,d rows are posted at once.".formatted(MOST_PARTS));
    }
    for (Row row : all) {
      if (row.money().isPresent() && !once.add(row.money().get())) {
        throw twice();
      }
    }
  }

  private static Refusal twice() {
    return new Refusal("twice", "A row or a receipt is named twice.");
  }

  private static void requireMeet(Known known, Currency currency) {
    long sales = known.sales().stream().mapToLong(Row::amountMinor).sum();
    long receipts = known.receipts().stream().mapToLong(Tie.Record::amountMinor).sum();
    if (known.sales().isEmpty() || known.receipts().isEmpty() || sales != receipts) {
      throw new Refusal(
          "not-zero",
          "%d sales make %s, what was recorded before %s; the difference is %s."
              .formatted(
                  known.sales().size(),
                  AmountText.words(sales, currency),
                  AmountText.words(receipts, currency),
                  AmountText.words(sales - receipts, currency)));
    }
  }
}
