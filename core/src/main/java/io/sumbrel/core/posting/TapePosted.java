package io.sumbrel.core.posting;

import io.sumbrel.core.difference.DifferenceReason;
import io.sumbrel.core.ledger.AccountCode;
import io.sumbrel.core.ledger.JournalEntry;
import io.sumbrel.core.ledger.JournalLine;
import io.sumbrel.core.ledger.StandardAccount;
import io.sumbrel.core.money.Money;
import io.sumbrel.core.money.Proportion;
import io.sumbrel.core.openitem.ItemId;
import io.sumbrel.core.openitem.ItemKind;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.tape.LineKind;
import io.sumbrel.core.tape.Tape;
import io.sumbrel.core.tape.TapeLine;
import io.sumbrel.core.tape.TapeMoney;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Supplier;

/**
 * Any tape: the money's account for what was received; the reasons' accounts for what was kept back
 * or granted; receivables for credits used and items settled; other accounts; transfers in transit
 * for what goes to another bank account or comes from there, until that shows it; payments in
 * transit for what is to be paid back; receivables or unidentified receipts for what stays as
 * credit. What is placed on an item in another currency goes through currency clearing, in both.
 *
 * @param movements placings, and the beginning of every new item
 * @param newItems one for each line that stays as credit, or is on its way between own accounts
 */
public record TapePosted(
    Tape tape, JournalEntry entry, List<ItemMovement> movements, List<OpenItem> newItems)
    implements Event {
  private static final AccountCode RECEIVABLES = StandardAccount.RECEIVABLES.code();

  public TapePosted {
    movements = List.copyOf(movements);
    newItems = List.copyOf(newItems);
  }

  /**
   * @param moneyAccount the ledger account that the money moved; empty without money
   * @param number the number of the posting, which new credits carry too
   * @param nextId gives an unused item id at each call
   */
  public static TapePosted of(
      Tape tape,
      Optional<AccountCode> moneyAccount,
      PostingNumber number,
      LocalDate date,
      Supplier<ItemId> nextId) {
    List<ItemMovement> movements = new ArrayList<>();
    List<OpenItem> begun = new ArrayList<>();
    for (TapeLine line : tape.lines()) {
      switch (line.kind()) {
        case SETTLES -> movements.add(placed(line, -line.itemMinor()));
        case CREDIT_USED -> movements.add(placed(line, line.itemMinor()));
        case ON_ACCOUNT, UNIDENTIFIED, TRANSFER, OWED, TO_PAY -> {
          String name = number.words() + (begun.isEmpty() ? "" : "/" + (begun.size() + 1));
          OpenItem item = begunBy(line, tape.money(), nextId.get(), name, date);
          begun.add(item);
          movements.add(beginning(item, line.amountMinor()));
        }
        case REOPENS -> movements.add(returned(line, line.itemMinor()));
        case CREDIT_BACK -> movements.add(returned(line, -line.itemMinor()));
        case KEPT_BACK, GRANTED, TAKEN_BACK, TO_ACCOUNT -> {}
      }
    }
    return new TapePosted(tape, journal(tape, moneyAccount, date), movements, begun);
  }

  @Override
  public PostingKind kind() {
    return PostingKind.TAPE;
  }

  @Override
  public Claimed claims() {
    return claimed(tape);
  }

  /** A tape explains its sum; without one it explains nothing. */
  static Claimed claimed(Tape tape) {
    return tape.money().moneyIn().map(m -> Claimed.of(m.id())).orElse(Claimed.NONE);
  }

  private static ItemMovement placed(TapeLine line, long openDelta) {
    return new ItemMovement(line.item().orElseThrow(), ItemMovement.Kind.PLACED, 0, openDelta);
  }

  private static ItemMovement beginning(OpenItem item, long minor) {
    return switch (item.kind()) {
      case TRANSFER_TO_COME -> ItemMovement.onItsWay(item.id(), minor);
      case TRANSFER_TO_GO, PAYMENT_TO_GO -> ItemMovement.onItsWay(item.id(), -minor);
      case OWED -> ItemMovement.owed(item.id(), minor);
      default -> ItemMovement.staysAsCredit(item.id(), minor);
    };
  }

  private static ItemMovement returned(TapeLine line, long openDelta) {
    return new ItemMovement(line.item().orElseThrow(), ItemMovement.Kind.RETURNED, 0, openDelta);
  }

  private static OpenItem begunBy(
      TapeLine line, TapeMoney money, ItemId id, String number, LocalDate date) {
    return new OpenItem(
        id,
        kindOf(line.kind(), money.isPaidOut()),
        line.customer(),
        number,
        date,
        Optional.empty(),
        money.currency(),
        0,
        0,
        Optional.empty(),
        line.meantFor(),
        Optional.empty());
  }

  private static ItemKind kindOf(LineKind line, boolean paidOut) {
    return switch (line) {
      case ON_ACCOUNT -> ItemKind.ON_ACCOUNT;
      case OWED -> ItemKind.OWED;
      case UNIDENTIFIED -> ItemKind.UNIDENTIFIED;
      case TO_PAY -> ItemKind.PAYMENT_TO_GO;
      case TRANSFER -> paidOut ? ItemKind.TRANSFER_TO_COME : ItemKind.TRANSFER_TO_GO;
      default -> throw new IllegalArgumentException("no item begins with " + line);
    };
  }

  /** What the table gives for a tape. */
  public static JournalEntry journal(
      Tape tape, Optional<AccountCode> moneyAccount, LocalDate date) {
    List<JournalLine> lines = new ArrayList<>();
    Money received = Money.ofMinor(tape.money().currency(), tape.money().amountMinor());
    moneyAccount.ifPresent(a -> lines.add(JournalLine.debit(a, received)));
    for (TapeLine line : tape.lines()) {
      lines.addAll(linesFor(tape, line, line.amount()));
    }
    return new JournalEntry(date, lines);
  }

  private static List<JournalLine> linesFor(Tape tape, TapeLine line, Money amount) {
    return switch (line.kind()) {
      case KEPT_BACK -> List.of(JournalLine.debit(line.reason().orElseThrow().account(), amount));
      case GRANTED -> granted(line.reason().orElseThrow(), tape.itemOf(line), amount);
      case TAKEN_BACK -> takenBack(tape, line, amount);
      case CREDIT_USED, REOPENS -> onItem(tape, line, 1);
      case SETTLES, CREDIT_BACK -> onItem(tape, line, -1);
      case TO_ACCOUNT -> toAccount(line, tape.money().isPaidOut() ? amount : amount.negated());
      case TRANSFER ->
          List.of(
              JournalLine.debit(
                  StandardAccount.TRANSFERS_IN_TRANSIT.code(),
                  tape.money().isPaidOut() ? amount : amount.negated()));
      case ON_ACCOUNT ->
          List.of(JournalLine.credit(RECEIVABLES, amount).of(line.customer().orElseThrow()));
      case OWED ->
          List.of(JournalLine.debit(RECEIVABLES, amount).of(line.customer().orElseThrow()));
      case UNIDENTIFIED ->
          List.of(JournalLine.credit(StandardAccount.UNIDENTIFIED_RECEIPTS.code(), amount));
      case TO_PAY ->
          List.of(JournalLine.credit(StandardAccount.PAYMENTS_IN_TRANSIT.code(), amount));
    };
  }

  /** The mirror of what was kept back or granted, its tax part too. */
  private static List<JournalLine> takenBack(Tape tape, TapeLine line, Money amount) {
    DifferenceReason reason = line.reason().orElseThrow();
    List<JournalLine> given =
        reason.side() == DifferenceReason.Side.GRANTED
            ? granted(reason, tape.itemOf(line), amount)
            : List.of(JournalLine.debit(reason.account(), amount));
    return given.stream().map(JournalLine::mirrored).toList();
  }

  /**
   * @param debit the whole amount, credit below zero
   */
  private static List<JournalLine> toAccount(TapeLine line, Money debit) {
    AccountCode account = line.account().orElseThrow();
    long tax = line.tax().map(t -> Long.signum(debit.minor()) * t.minor()).orElse(0L);
    List<JournalLine> lines = new ArrayList<>();
    if (debit.minor() != tax) {
      lines.add(JournalLine.debit(account, Money.ofMinor(debit.currency(), debit.minor() - tax)));
    }
    if (tax != 0) {
      lines.add(
          JournalLine.debit(
              line.tax().orElseThrow().account(), Money.ofMinor(debit.currency(), tax)));
    }
    return lines;
  }

  /**
   * An item in another currency meets the line through currency clearing.
   *
   * @param side {@code 1} where it is debited, {@code -1} where it is credited
   */
  private static List<JournalLine> onItem(Tape tape, TapeLine line, int side) {
    OpenItem item = tape.itemOf(line);
    Money debit = Money.ofMinor(item.currency(), side * line.itemMinor());
    JournalLine moved = JournalLine.debit(item.kind().account(), debit);
    JournalLine onItem = item.customer().map(moved::of).orElse(moved);
    if (line.exchange().isEmpty()) {
      return List.of(onItem);
    }
    AccountCode clearing = StandardAccount.CURRENCY_CLEARING.code();
    Money worth = Money.ofMinor(line.amount().currency(), side * line.amountMinor());
    return List.of(
        JournalLine.debit(clearing, worth), JournalLine.debit(clearing, debit.negated()), onItem);
  }

  /**
   * Where the reason corrects tax, the tax part is amount × the item's tax / total, half up.
   * Without a tax amount nothing is split.
   */
  private static List<JournalLine> granted(DifferenceReason reason, OpenItem item, Money amount) {
    long tax =
        reason.tax() == DifferenceReason.Tax.CORRECTED && item.taxMinor().isPresent()
            ? Proportion.halfUp(amount.minor(), item.taxMinor().get(), item.totalMinor())
            : 0;
    List<JournalLine> lines = new ArrayList<>();
    if (amount.minor() != tax) {
      lines.add(
          JournalLine.debit(
              reason.account(), Money.ofMinor(amount.currency(), amount.minor() - tax)));
    }
    if (tax != 0) {
      lines.add(
          JournalLine.debit(
              StandardAccount.SALES_TAX.code(), Money.ofMinor(amount.currency(), tax)));
    }
    return lines;
  }
}
