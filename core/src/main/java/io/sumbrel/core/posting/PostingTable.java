package io.sumbrel.core.posting;

import io.sumbrel.core.deposit.BroughtForward;
import io.sumbrel.core.difference.DifferenceReason;
import io.sumbrel.core.ledger.AccountCode;
import io.sumbrel.core.ledger.JournalEntry;
import io.sumbrel.core.ledger.JournalLine;
import io.sumbrel.core.ledger.StandardAccount;
import io.sumbrel.core.money.Money;
import io.sumbrel.core.money.Proportion;
import io.sumbrel.core.openitem.ItemKind;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.party.CustomerId;
import io.sumbrel.core.tape.Tape;
import io.sumbrel.core.tape.TapeLine;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Currency;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/**
 * From an event to its journal entry. The ledger's bank account moves only with a bank entry, and
 * with the balance with which the account begins.
 */
public final class PostingTable {
  private static final AccountCode RECEIVABLES = StandardAccount.RECEIVABLES.code();

  /** How the receivables of one customer change; debit above zero. */
  public record ReceivablesMove(CustomerId customer, Money delta) {}

  private PostingTable() {}

  /** A bank account begins here: bank against brought forward. */
  public static JournalEntry bankBegins(AccountCode bank, Money balance, LocalDate date) {
    if (balance.isZero()) {
      return new JournalEntry(date, List.of());
    }
    return new JournalEntry(
        date,
        List.of(
            JournalLine.debit(bank, balance),
            JournalLine.credit(StandardAccount.BROUGHT_FORWARD.code(), balance)));
  }

  /** Items first seen, changed or settled elsewhere: receivables against billing clearing. */
  public static JournalEntry itemsRead(List<ReceivablesMove> moves, LocalDate date) {
    List<JournalLine> lines = new ArrayList<>();
    Map<String, Long> clearing = new TreeMap<>();
    for (ReceivablesMove move : moves) {
      if (!move.delta().isZero()) {
        lines.add(JournalLine.debit(RECEIVABLES, move.delta()).of(move.customer()));
        clearing.merge(move.delta().currency().getCurrencyCode(), move.delta().minor(), Long::sum);
      }
    }
    clearing.forEach(
        (currency, minor) -> {
          if (minor != 0) {
            Money sum = Money.ofMinor(Currency.getInstance(currency), minor);
            lines.add(JournalLine.credit(StandardAccount.BILLING_CLEARING.code(), sum));
          }
        });
    return new JournalEntry(date, lines);
  }

  /**
   * Receipts that were recorded before the books begin: the accounts on which they stand until the
   * bank shows them, against brought forward.
   */
  public static JournalEntry receiptsForward(BroughtForward receipts, LocalDate date) {
    Map<AccountCode, Map<Currency, Long>> debits = new LinkedHashMap<>();
    receipts
        .banked()
        .forEach(
            b ->
                debits
                    .computeIfAbsent(b.deposit().kind().clearing().code(), a -> new HashMap<>())
                    .merge(b.deposit().currency(), b.deposit().netMinor(), Long::sum));
    receipts
        .onHand()
        .forEach(
            o ->
                debits
                    .computeIfAbsent(o.receipt().kind().onHand().code(), a -> new HashMap<>())
                    .merge(o.currency(), o.receipt().amountMinor(), Long::sum));
    List<JournalLine> lines = new ArrayList<>();
    debits.forEach(
        (account, sums) ->
            sums.forEach(
                (currency, minor) -> {
                  Money sum = Money.ofMinor(currency, minor);
                  lines.add(JournalLine.debit(account, sum));
                  lines.add(JournalLine.credit(StandardAccount.BROUGHT_FORWARD.code(), sum));
                }));
    return new JournalEntry(date, lines);
  }

  /**
   * Any tape: the money's account for what was received; the reasons' accounts for what was kept
   * back or granted; receivables for credits used and items settled; other accounts; receivables or
   * unidentified receipts for what stays as credit.
   *
   * @param moneyAccount the ledger account that the money moved
   */
  public static JournalEntry tape(Tape tape, AccountCode moneyAccount, LocalDate date) {
    List<JournalLine> lines = new ArrayList<>();
    Currency currency = tape.moneyIn().currency();
    lines.add(
        JournalLine.debit(moneyAccount, Money.ofMinor(currency, tape.moneyIn().amountMinor())));
    for (TapeLine line : tape.lines()) {
      lines.addAll(linesFor(tape, line, Money.ofMinor(currency, line.amountMinor())));
    }
    return new JournalEntry(date, lines);
  }

  private static List<JournalLine> linesFor(Tape tape, TapeLine line, Money amount) {
    return switch (line.kind()) {
      case KEPT_BACK -> List.of(JournalLine.debit(line.reason().orElseThrow().account(), amount));
      case GRANTED -> granted(line.reason().orElseThrow(), tape.itemOf(line), amount);
      case CREDIT_USED -> List.of(creditUsed(tape.itemOf(line), amount));
      case SETTLES ->
          List.of(
              JournalLine.credit(RECEIVABLES, amount)
                  .of(tape.itemOf(line).customer().orElseThrow()));
      case TO_ACCOUNT -> {
        AccountCode account = line.account().orElseThrow();
        yield List.of(
            tape.moneyIn().isIn()
                ? JournalLine.credit(account, amount)
                : JournalLine.debit(account, amount));
      }
      case ON_ACCOUNT ->
          List.of(JournalLine.credit(RECEIVABLES, amount).of(line.customer().orElseThrow()));
      case UNIDENTIFIED ->
          List.of(JournalLine.credit(StandardAccount.UNIDENTIFIED_RECEIPTS.code(), amount));
    };
  }

  private static JournalLine creditUsed(OpenItem credit, Money amount) {
    return credit.kind() == ItemKind.UNIDENTIFIED
        ? JournalLine.debit(StandardAccount.UNIDENTIFIED_RECEIPTS.code(), amount)
        : JournalLine.debit(RECEIVABLES, amount).of(credit.customer().orElseThrow());
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
