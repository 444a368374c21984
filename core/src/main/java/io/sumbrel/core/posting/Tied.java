package io.sumbrel.core.posting;

import io.sumbrel.core.deposit.Tie;
import io.sumbrel.core.ledger.AccountCode;
import io.sumbrel.core.ledger.JournalEntry;
import io.sumbrel.core.ledger.StandardAccount;
import io.sumbrel.core.party.CustomerId;
import java.time.LocalDate;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;

/**
 * The bank has shown what was recorded: bank against the accounts on which it stood; what differs
 * on the account of its reason. A pair, by which the bank corrects itself, moves nothing.
 */
public record Tied(Tie tie, JournalEntry entry) implements Event {

  public static Tied of(Tie tie, LocalDate date) {
    return new Tied(tie, journal(tie, date));
  }

  /** What the table gives for a tie. */
  public static JournalEntry journal(Tie tie, LocalDate date) {
    Map<AccountCode, Long> debits = new LinkedHashMap<>();
    debits.put(tie.bank(), tie.shownMinor());
    tie.records().forEach(r -> debits.merge(r.standsOn(), -r.amountMinor(), Long::sum));
    tie.reason()
        .ifPresent(r -> debits.merge(r.account().code(), -tie.differenceMinor(), Long::sum));
    JournalEntry entry = JournalEntry.of(date, tie.currency(), debits);
    return tie.corrected().map(c -> ofCustomer(entry, c.customer())).orElse(entry);
  }

  private static JournalEntry ofCustomer(JournalEntry entry, CustomerId customer) {
    return new JournalEntry(
        entry.date(),
        entry.lines().stream()
            .map(l -> l.account().equals(StandardAccount.RECEIVABLES.code()) ? l.of(customer) : l)
            .toList());
  }

  /** A cheque that was read wrongly paid its item with another sum. */
  @Override
  public List<ItemMovement> movements() {
    return movements(tie);
  }

  /** What a tie does to items. */
  public static List<ItemMovement> movements(Tie tie) {
    return tie.corrected().stream()
        .map(
            c -> new ItemMovement(c.item(), ItemMovement.Kind.CORRECTED, 0, -tie.differenceMinor()))
        .toList();
  }

  @Override
  public PostingKind kind() {
    return PostingKind.TIED;
  }

  @Override
  public Claimed claims() {
    return of(tie);
  }

  static Claimed of(Tie tie) {
    return new Claimed(
        tie.entries().stream().map(Tie.Entry::id).collect(Collectors.toSet()),
        tie.records().stream().map(Tie.Record::id).collect(Collectors.toSet()));
  }
}
