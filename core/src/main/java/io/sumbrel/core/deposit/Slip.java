package io.sumbrel.core.deposit;

import io.sumbrel.core.difference.Authority;
import io.sumbrel.core.difference.DifferenceLimits;
import io.sumbrel.core.difference.DifferenceReason;
import io.sumbrel.core.ledger.AccountCode;
import io.sumbrel.core.ledger.StandardAccount;
import io.sumbrel.core.money.AmountText;
import io.sumbrel.core.refusal.Refusal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Currency;
import java.util.HashSet;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;

/**
 * A deposit slip as it is handed in: receipts that were kept, and what goes along or is taken out.
 * The bank shows its net as one sum. Amounts in minor units.
 *
 * @param number its own, by which the bank names it
 * @param bank the ledger account of the bank account into which it goes
 * @param receipts with the accounts on which they were kept
 */
public record Slip(
    RecordedId id,
    String number,
    AccountCode bank,
    Currency currency,
    List<Tie.Record> receipts,
    List<SlipLine> lines) {

  /** A slip is counted and carried by a person. */
  public static final int MOST_PARTS = 500;

  /**
   * A receipt that is kept until it is banked.
   *
   * @param words what it is, for people
   * @param bankableFrom a cheque may be dated ahead: the bank takes it from that day on
   */
  public record Kept(
      RecordedId id,
      MemberKind kind,
      AccountCode standsOn,
      Currency currency,
      LocalDate bankableFrom,
      long amountMinor,
      String words) {}

  /**
   * A slip as somebody filled it in.
   *
   * @param date on which it is handed in
   * @param lines those that are written
   * @param cash the notes and coins, where they were counted by pieces
   * @param countedMinor all that is handed in, typed once; empty while it was not counted
   */
  public record Filled(
      RecordedId id,
      String number,
      LocalDate date,
      AccountCode bank,
      Currency currency,
      List<Kept> receipts,
      List<SlipLine> lines,
      CashCount cash,
      Optional<Long> countedMinor) {

    /** What it should come to: receipts and lines. */
    public long sumMinor() {
      return receipts.stream().mapToLong(Kept::amountMinor).sum()
          + lines.stream().mapToLong(SlipLine::signedMinor).sum();
    }

    /** What of it is no cash. */
    public long papersMinor() {
      return receipts.stream()
          .filter(r -> r.kind() != MemberKind.CASH)
          .mapToLong(Kept::amountMinor)
          .sum();
    }
  }

  public Slip {
    Objects.requireNonNull(number);
    receipts = List.copyOf(receipts);
    lines = List.copyOf(lines);
    if (net(receipts, lines) <= 0) {
      throw new IllegalArgumentException("slip of " + net(receipts, lines));
    }
  }

  /**
   * Judges a slip that is to be handed in.
   *
   * @param namesDifference whether the till may differ from what was recorded, by name
   * @throws Refusal {@code empty-slip}, {@code too-many-parts}, {@code twice}, {@code currency},
   *     {@code no-slip}, {@code post-dated}, {@code not-counted}, {@code cash-count}, {@code
   *     not-zero} with the figures where what was counted is not the sum and nobody names the
   *     difference
   */
  public static Slip of(Filled filled, boolean namesDifference) {
    requireSome(filled);
    filled.receipts().forEach(r -> requireBankable(r, filled));
    long counted = counted(filled);
    long difference = counted - filled.sumMinor();
    if (difference != 0 && !namesDifference) {
      throw new Refusal(
          "not-zero",
          "Receipts and lines make %s, counted is %s: %s %s."
              .formatted(
                  AmountText.words(filled.sumMinor(), filled.currency()),
                  AmountText.words(counted, filled.currency()),
                  AmountText.words(Math.abs(difference), filled.currency()),
                  difference > 0 ? "too much" : "too little"));
    }
    List<SlipLine> lines = new ArrayList<>(filled.lines());
    if (difference != 0) {
      requireCashDiffers(filled);
      lines.add(
          new SlipLine(
              difference > 0 ? SlipLine.Kind.COUNTED_MORE : SlipLine.Kind.COUNTED_LESS,
              StandardAccount.TILL_DIFFERENCES.code(),
              Math.abs(difference),
              ""));
    }
    return new Slip(
        filled.id(),
        filled.number(),
        filled.bank(),
        filled.currency(),
        filled.receipts().stream()
            .map(r -> new Tie.Record(r.id(), r.standsOn(), r.amountMinor()))
            .toList(),
        lines);
  }

  /**
   * Whether somebody may give the till's difference its name: a limit holds for one slip, and for
   * all slips into a bank account in a month, so that it cannot be sliced.
   *
   * @param thisMonthMinor what slips differed by before in the month, and stands
   * @throws Refusal {@code over-limit}
   */
  public void requireWithin(DifferenceLimits limits, Authority authority, long thisMonthMinor) {
    if (differenceMinor() == 0) {
      return;
    }
    limits
        .of(DifferenceReason.SMALL_DIFFERENCE, authority, currency)
        .requireWithin(
            Math.abs(differenceMinor()), thisMonthMinor, " counted otherwise", " this month");
  }

  /** The refusal of a receipt of which the books do not say what it is. */
  public static Refusal notExplained(String receipt) {
    return new Refusal(
        "not-explained",
        "%s is not explained; say on the desk what it is, then it goes to the bank."
            .formatted(receipt));
  }

  /** The refusal to take a slip back that the bank has shown since. */
  public Refusal tiedSince(String by) {
    return new Refusal(
        "tied-since",
        "The bank has shown %s since, tied by %s; turn that back first.".formatted(words(), by));
  }

  /** What the bank gets. */
  public long netMinor() {
    return net(receipts, lines);
  }

  /** What was counted less what was recorded. */
  public long differenceMinor() {
    return lines.stream().filter(l -> !l.kind().isWritten()).mapToLong(SlipLine::signedMinor).sum();
  }

  public String words() {
    return DepositKind.SLIP.words() + " " + number;
  }

  private static long net(List<Tie.Record> receipts, List<SlipLine> lines) {
    return receipts.stream().mapToLong(Tie.Record::amountMinor).sum()
        + lines.stream().mapToLong(SlipLine::signedMinor).sum();
  }

  private static void requireSome(Filled filled) {
    if (filled.receipts().size() + filled.lines().size() > MOST_PARTS) {
      throw new Refusal(
          "too-many-parts", "A slip holds up to %d receipts and lines.".formatted(MOST_PARTS));
    }
    Set<RecordedId> once = new HashSet<>();
    filled.receipts().forEach(r -> once.add(r.id()));
    if (once.size() < filled.receipts().size()) {
      throw new Refusal("twice", "A receipt stands on the slip twice.");
    }
    if (filled.sumMinor() <= 0) {
      throw new Refusal(
          "empty-slip",
          "A slip of %s: there is nothing to hand in."
              .formatted(AmountText.words(filled.sumMinor(), filled.currency())));
    }
  }

  private static void requireBankable(Kept receipt, Filled filled) {
    if (!receipt.currency().equals(filled.currency())) {
      throw new Refusal(
          "currency",
          "%s is in %s, the slip in %s."
              .formatted(receipt.words(), receipt.currency(), filled.currency()));
    }
    if (receipt.kind() != MemberKind.CHEQUE && receipt.kind() != MemberKind.CASH) {
      throw new Refusal(
          "no-slip", "%s reaches the bank by itself, and on no slip.".formatted(receipt.words()));
    }
    if (receipt.bankableFrom().isAfter(filled.date())) {
      throw new Refusal(
          "post-dated",
          "%s is dated %s; the bank does not take it before that day."
              .formatted(receipt.words(), receipt.bankableFrom()));
    }
  }

  private static long counted(Filled filled) {
    long counted =
        filled
            .countedMinor()
            .orElseThrow(
                () -> new Refusal("not-counted", "Type what is handed in, counted all together."));
    if (counted <= 0) {
      throw new Refusal("not-counted", "What is handed in is more than nothing.");
    }
    long together = filled.cash().minor() + filled.papersMinor();
    if (!filled.cash().isEmpty() && together != counted) {
      throw new Refusal(
          "cash-count",
          "Notes and coins make %s, cheques %s: together %s, and %s is typed."
              .formatted(
                  AmountText.words(filled.cash().minor(), filled.currency()),
                  AmountText.words(filled.papersMinor(), filled.currency()),
                  AmountText.words(together, filled.currency()),
                  AmountText.words(counted, filled.currency())));
    }
    return counted;
  }

  /** A cheque is what is written on it; only cash is counted otherwise. */
  private static void requireCashDiffers(Filled filled) {
    if (filled.sumMinor() == filled.papersMinor() && filled.lines().isEmpty()) {
      throw new Refusal(
          "not-zero",
          "There is no cash on this slip that could be counted otherwise; a cheque that was recorded wrongly is corrected where it was recorded.");
    }
  }
}
