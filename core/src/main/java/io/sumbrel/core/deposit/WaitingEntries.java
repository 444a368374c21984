package io.sumbrel.core.deposit;

import io.sumbrel.core.bank.Method;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;

/**
 * Which bank entry is the one sum of which deposit. A sum stands in the pile once: as an entry
 * until its deposit is known, from then on as the members of the deposit, while the entry waits to
 * be tied. Only what is beyond doubt is said here: equal sums within days of each other, and either
 * the bank names the deposit, or no other entry and no other deposit fits.
 */
public final class WaitingEntries {
  /** The bank may book on the day before by its own clock. Common practice. */
  private static final int DAYS_BEFORE = 1;

  /** A slip reaches the statement within days; later, a person says. Common practice. */
  private static final int DAYS_AFTER = 10;

  private static final int TELLING = 4;

  /** A deposit that no entry is known for. */
  public record Known(
      long id, DepositKind kind, long account, String reference, LocalDate date, long netMinor) {}

  /** A bank entry: its account, when, how much, how it came, and all that the bank wrote. */
  public record Entry(
      long id, long account, LocalDate date, long amountMinor, Method method, String text) {}

  private WaitingEntries() {}

  /** Ids of entries by ids of deposits. Linear in deposits times entries of equal amount. */
  public static Map<Long, Long> of(List<Known> deposits, List<Entry> entries) {
    Map<Long, Long> waiting = new HashMap<>();
    for (Known deposit : deposits) {
      List<Entry> fitting = entries.stream().filter(e -> mayBe(deposit, e)).toList();
      List<Entry> named = fitting.stream().filter(e -> names(e, deposit)).toList();
      List<Entry> best = named.isEmpty() ? fitting : named;
      if (best.size() == 1 && isOnlyOneFor(best.get(0), deposit, deposits)) {
        waiting.put(deposit.id(), best.get(0).id());
      }
    }
    return waiting;
  }

  private static boolean isOnlyOneFor(Entry entry, Known deposit, List<Known> deposits) {
    boolean named = names(entry, deposit);
    return deposits.stream()
        .filter(d -> d.id() != deposit.id() && mayBe(d, entry))
        .noneMatch(d -> names(entry, d) || !named);
  }

  private static boolean mayBe(Known deposit, Entry entry) {
    return entry.amountMinor() == deposit.netMinor() && isNear(deposit, entry);
  }

  /** Whether an entry of whatever amount may hold a deposit: by account, day and method. */
  static boolean isNear(Known deposit, Entry entry) {
    return entry.account() == deposit.account()
        && !entry.date().isBefore(deposit.date().minusDays(DAYS_BEFORE))
        && !entry.date().isAfter(deposit.date().plusDays(DAYS_AFTER))
        && (deposit.kind().comesBy(entry.method()) || names(entry, deposit));
  }

  /** The bank writes the whole reference, or the box's number that begins it. */
  static boolean names(Entry entry, Known deposit) {
    String text = plain(entry.text());
    String whole = plain(deposit.reference());
    String first = plain(deposit.reference().split("-", 2)[0]);
    return whole.length() >= TELLING && text.contains(whole)
        || deposit.kind() == DepositKind.LOCKBOX_BATCH
            && first.length() >= TELLING
            && text.contains(first);
  }

  private static String plain(String text) {
    return text.toUpperCase(Locale.ROOT).replaceAll("[^A-Z0-9]", "");
  }
}
