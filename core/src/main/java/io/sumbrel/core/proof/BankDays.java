package io.sumbrel.core.proof;

import io.sumbrel.core.ledger.AccountCode;
import io.sumbrel.core.ledger.JournalLine;
import io.sumbrel.core.posting.Posting;
import io.sumbrel.core.posting.PostingNumber;
import io.sumbrel.core.receipt.MoneyIn;
import io.sumbrel.core.receipt.MoneyInId;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.NavigableMap;
import java.util.TreeMap;

/**
 * What does not meet between a bank account and the books, on every day: what {@link
 * BankReconciliation} says of one day, for all days in one pass over the facts. O(n log n).
 */
final class BankDays {
  private final Map<AccountCode, NavigableMap<LocalDate, Long>> differences = new HashMap<>();

  /** From the day of an explanation to that of its contra, which is not of it any more. */
  private record Span(LocalDate from, LocalDate until) {}

  BankDays(BooksFacts facts) {
    Map<AccountCode, NavigableMap<LocalDate, Long>> moves = new HashMap<>();
    facts.accounts().forEach(a -> moves.put(a.code(), new TreeMap<>()));
    facts.accounts().forEach(a -> add(moves.get(a.code()), a.beginsOn(), a.beginsWith().minor()));
    Map<MoneyInId, List<Span>> explained = explained(facts);
    for (BooksFacts.Entry entry : facts.entries()) {
      spread(moves, entry, explained, entry.moneyIn().bookingDate());
    }
    for (BooksFacts.Entry entry : facts.gone()) {
      spread(moves, entry, explained, LocalDate.MIN);
    }
    for (Posting posting : facts.postings()) {
      for (JournalLine line : posting.entry().lines()) {
        if (moves.containsKey(line.account())) {
          add(moves.get(line.account()), posting.date(), -line.amount().minor());
        }
      }
    }
    moves.forEach((account, byDay) -> differences.put(account, summed(byDay)));
  }

  /** Zero on every day in books that are right. */
  long differenceMinor(AccountCode account, LocalDate day) {
    Map.Entry<LocalDate, Long> last = differences.get(account).floorEntry(day);
    return last == null ? 0 : last.getValue();
  }

  private static Map<MoneyInId, List<Span>> explained(BooksFacts facts) {
    Map<PostingNumber, LocalDate> turnedBackOn = new HashMap<>();
    facts.postings().forEach(p -> p.turnsBack().ifPresent(n -> turnedBackOn.put(n, p.date())));
    Map<MoneyInId, List<Span>> explained = new HashMap<>();
    for (Posting posting : facts.postings()) {
      LocalDate until = turnedBackOn.getOrDefault(posting.number(), LocalDate.MAX);
      for (MoneyInId money : posting.claims().money()) {
        explained
            .computeIfAbsent(money, m -> new ArrayList<>(1))
            .add(new Span(posting.date(), until));
      }
    }
    return explained;
  }

  /** An entry counts as explained once on a day, however many explain it. */
  private static void spread(
      Map<AccountCode, NavigableMap<LocalDate, Long>> moves,
      BooksFacts.Entry entry,
      Map<MoneyInId, List<Span>> explained,
      LocalDate booked) {
    NavigableMap<LocalDate, Long> byDay = moves.get(entry.account());
    if (byDay == null) {
      return;
    }
    MoneyIn money = entry.moneyIn();
    List<Span> spans = explained.getOrDefault(money.id(), List.of());
    if (spans.size() > 1) {
      spans.sort(Comparator.comparing(Span::from));
    }
    LocalDate free = booked;
    for (Span span : spans) {
      LocalDate from = span.from().isBefore(free) ? free : span.from();
      if (from.isBefore(span.until())) {
        add(byDay, from, money.amountMinor());
        add(byDay, span.until(), -money.amountMinor());
        free = span.until();
      }
    }
  }

  private static void add(NavigableMap<LocalDate, Long> byDay, LocalDate day, long minor) {
    byDay.merge(day, minor, Long::sum);
  }

  private static NavigableMap<LocalDate, Long> summed(NavigableMap<LocalDate, Long> byDay) {
    NavigableMap<LocalDate, Long> sums = new TreeMap<>();
    long sum = 0;
    for (Map.Entry<LocalDate, Long> day : byDay.entrySet()) {
      sum += day.getValue();
      sums.put(day.getKey(), sum);
    }
    return sums;
  }
}
