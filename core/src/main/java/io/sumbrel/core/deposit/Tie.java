package io.sumbrel.core.deposit;

import io.sumbrel.core.difference.Authority;
import io.sumbrel.core.difference.DifferenceLimits;
import io.sumbrel.core.ledger.AccountCode;
import io.sumbrel.core.money.AmountText;
import io.sumbrel.core.openitem.ItemId;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.party.CustomerId;
import io.sumbrel.core.receipt.BankLine;
import io.sumbrel.core.receipt.MoneyIn;
import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.core.refusal.Refusal;
import java.time.LocalDate;
import java.util.Currency;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;

/**
 * The bank has shown what was recorded: a set of bank entries and a set of deposits or single
 * receipts of one account and currency, with equal sums or one named difference. One slip may be
 * credited in two sums, two slips in one. Without any record it is a pair: the bank corrects
 * itself, and its entries come to nothing. Amounts in minor units.
 *
 * @param bank the ledger account of the bank account
 * @param reason of the difference, where there is one
 * @param corrected the item that a wrongly read cheque paid, for that reason
 */
public record Tie(
    AccountCode bank,
    Currency currency,
    List<Entry> entries,
    List<Record> records,
    Optional<TieReason> reason,
    Optional<Corrected> corrected) {

  /** Entries and records come in dozens at the most; more is no work of a person. */
  public static final int MOST_PARTS = 1_000;

  /**
   * A bank entry that is to be tied.
   *
   * @param bank the ledger account of its bank account
   */
  public record Shown(MoneyIn money, AccountCode bank) {}

  /** A bank entry, with its amount as the bank booked it. */
  public record Entry(MoneyInId id, long amountMinor) {}

  /** What was recorded, with the ledger account on which its money stood. */
  public record Record(RecordedId id, AccountCode standsOn, long amountMinor) {}

  /** An item of a customer that was paid with another sum than was recorded. */
  public record Corrected(ItemId item, CustomerId customer) {}

  /**
   * An item that a receipt has paid.
   *
   * @param paidMinor with how much, in minor units
   */
  public record Paid(OpenItem item, long paidMinor) {}

  public Tie {
    entries = List.copyOf(entries);
    records = List.copyOf(records);
    boolean differs = difference(entries, records) != 0;
    boolean complete = records.isEmpty() ? entries.size() > 1 && !differs : !entries.isEmpty();
    boolean corrects = reason.filter(TieReason::corrects).isPresent();
    if (!complete || differs != reason.isPresent() || corrects != corrected.isPresent()) {
      throw new IllegalArgumentException("tie of " + entries + " and " + records + ", " + reason);
    }
  }

  /**
   * Judges what somebody wants to tie.
   *
   * @param paid the item that a wrongly read cheque among the recorded paid
   * @throws Refusal {@code empty-tie}, {@code no-pair}, {@code too-many-parts}, {@code twice},
   *     {@code no-entry}, {@code currency}, {@code other-account}, {@code not-zero}, {@code
   *     no-difference}, {@code not-corrected}
   */
  public static Tie of(
      List<Shown> shown, List<Recorded> recorded, Optional<TieReason> reason, Optional<Paid> paid) {
    requireSome(shown, recorded);
    requireOneAccount(shown, recorded);
    List<Entry> entries =
        shown.stream().map(e -> new Entry(e.money().id(), e.money().amountMinor())).toList();
    List<Record> records =
        recorded.stream().map(r -> new Record(r.id(), r.standsOn(), r.amountMinor())).toList();
    Currency currency = shown.get(0).money().currency();
    requirePair(entries, records, currency);
    long difference = difference(entries, records);
    requireMeet(difference, currency, reason);
    return new Tie(
        shown.get(0).bank(),
        currency,
        entries,
        records,
        reason,
        reason.filter(TieReason::corrects).map(r -> corrected(paid, difference, currency)));
  }

  /**
   * What was recorded too high is owed again, as far as the cheque paid it; too low, it is paid.
   */
  private static Corrected corrected(Optional<Paid> paid, long difference, Currency currency) {
    Paid of =
        paid.orElseThrow(
            () -> new Refusal("not-corrected", "Say which item the wrongly read cheque paid."));
    OpenItem item = of.item();
    String differs = AmountText.words(Math.abs(difference), currency);
    if (item.customer().isEmpty() || item.kind().isCredit() || !item.currency().equals(currency)) {
      throw new Refusal(
          "not-corrected", item.number() + " is nothing that a cheque in this currency pays.");
    }
    if (difference < 0 && -difference > of.paidMinor()) {
      throw new Refusal(
          "not-corrected",
          "The cheque paid %s of %s, and %s less came; turn its posting back instead."
              .formatted(AmountText.words(of.paidMinor(), currency), item.number(), differs));
    }
    if (difference > item.openMinor()) {
      throw new Refusal(
          "not-corrected",
          "%s is open of %s, and %s more came; turn the cheque's posting back instead."
              .formatted(item.openWords(), item.number(), differs));
    }
    return new Corrected(item.id(), item.customer().get());
  }

  /** The refusal of more than {@link #MOST_PARTS}. */
  public static Refusal tooManyParts() {
    return new Refusal(
        "too-many-parts", "A tie holds up to %,d entries and deposits.".formatted(MOST_PARTS));
  }

  /** The last day of what is tied: no tie stands in the books before all of it does. */
  public static LocalDate lastDay(List<Shown> shown, List<Recorded> recorded) {
    return Stream.concat(
            shown.stream().map(e -> e.money().bookingDate()), recorded.stream().map(Recorded::date))
        .max(LocalDate::compareTo)
        .orElseThrow();
  }

  /**
   * Whether somebody may give this difference its reason: a limit holds for one tie, and for all
   * ties of a bank account in a month, so that it cannot be sliced. More and less do not make each
   * other good.
   *
   * @param thisMonthMinor what ties of the account gave the same reason before in the month of the
   *     posting, and stands
   * @throws Refusal {@code over-limit}
   */
  public void requireWithin(DifferenceLimits limits, Authority authority, long thisMonthMinor) {
    reason
        .flatMap(TieReason::limitedAs)
        .ifPresent(
            limited ->
                limits
                    .of(limited, authority, currency)
                    .requireWithin(
                        Math.abs(differenceMinor()),
                        thisMonthMinor,
                        ", " + reason.get().words(),
                        " on this account this month"));
  }

  /** Whether the bank corrects itself, and nothing that was recorded is tied. */
  public boolean isPair() {
    return records.isEmpty();
  }

  /** What the bank shows less what was recorded. */
  public long differenceMinor() {
    return difference(entries, records);
  }

  /** What the bank shows. */
  public long shownMinor() {
    return entries.stream().mapToLong(Entry::amountMinor).sum();
  }

  private static long difference(List<Entry> entries, List<Record> records) {
    return entries.stream().mapToLong(Entry::amountMinor).sum()
        - records.stream().mapToLong(Record::amountMinor).sum();
  }

  private static void requireSome(List<Shown> shown, List<Recorded> recorded) {
    if (shown.isEmpty() || recorded.isEmpty() && shown.size() < 2) {
      throw new Refusal(
          "empty-tie", "A tie needs an entry of the bank, and a deposit or receipt that it is.");
    }
    if (shown.size() + recorded.size() > MOST_PARTS) {
      throw tooManyParts();
    }
    Set<Object> once = new HashSet<>();
    shown.forEach(e -> once.add(e.money().id()));
    recorded.forEach(r -> once.add(r.id()));
    if (once.size() < shown.size() + recorded.size()) {
      throw new Refusal("twice", "An entry or a deposit is named twice.");
    }
  }

  private static void requireOneAccount(List<Shown> shown, List<Recorded> recorded) {
    MoneyIn first = shown.get(0).money();
    Optional<Long> account = first.bankLine().map(BankLine::account);
    for (Shown entry : shown) {
      Optional<Long> own = entry.money().bankLine().map(BankLine::account);
      if (own.isEmpty()) {
        throw new Refusal(
            "no-entry", "Only what a statement of the bank shows is tied to what is recorded.");
      }
      if (!own.equals(account)) {
        throw new Refusal("other-account", "Entries that are tied together stand on one account.");
      }
    }
    for (Recorded record : recorded) {
      if (!record.currency().equals(first.currency())) {
        throw new Refusal(
            "currency",
            "%s is in %s, the bank's entry in %s."
                .formatted(record.words(), record.currency(), first.currency()));
      }
      if (record.account().isPresent() && !record.account().equals(account)) {
        throw new Refusal(
            "other-account",
            "%s goes into another account than the bank's entry.".formatted(record.words()));
      }
    }
  }

  private static void requirePair(List<Entry> entries, List<Record> records, Currency currency) {
    long sum = difference(entries, records);
    if (records.isEmpty() && sum != 0) {
      throw new Refusal(
          "no-pair",
          "Entries by which the bank corrects itself come to nothing; these come to %s."
              .formatted(AmountText.words(sum, currency)));
    }
  }

  private static void requireMeet(long difference, Currency currency, Optional<TieReason> reason) {
    if (difference == 0) {
      reason.ifPresent(
          r -> {
            throw new Refusal("no-difference", "The sums meet; there is nothing to give a reason.");
          });
      return;
    }
    if (reason.isEmpty()) {
      throw new Refusal(
          "not-zero",
          "The bank shows %s %s than was recorded; say why."
              .formatted(
                  AmountText.words(Math.abs(difference), currency),
                  difference > 0 ? "more" : "less"));
    }
  }
}
