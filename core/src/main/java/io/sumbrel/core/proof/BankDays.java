package io.sumbrel.core.proof;

import io.sumbrel.core.ledger.AccountCode;
import io.sumbrel.core.ledger.JournalLine;
import io.sumbrel.core.posting.Posting;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.Map;
import java.util.NavigableMap;
import java.util.TreeMap;

/** Bank accounts and the books on every day, in one pass over the facts. O(n log n). */
public final class BankDays {
  private final Map<AccountCode, NavigableMap<LocalDate, Sums>> days = new HashMap<>();

  /** Up to here nothing is added: it is in what the closed month came to. */
  private final LocalDate closed;

  /** What was added to a bank account and its ledger account, on one day or up to one. */
  private static final class Sums {
    private long begins;
    private long booked;
    private long explained;
    private long ledger;

    private Sums() {}

    private Sums(BankReconciliation closed) {
      begins = closed.statementMinor();
      explained = -closed.unexplainedMinor();
      ledger = closed.ledgerMinor();
    }

    private void add(Sums other) {
      begins += other.begins;
      booked += other.booked;
      explained += other.explained;
      ledger += other.ledger;
    }
  }

  BankDays(BooksFacts facts) {
    closed = facts.before().map(BooksFacts.Before::closed).orElse(LocalDate.MIN);
    for (BooksFacts.Account account : facts.accounts()) {
      days.put(account.code(), new TreeMap<>());
      BankReconciliation figures =
          facts.before().map(b -> b.bank().get(account.code())).orElse(null);
      if (figures != null) {
        days.get(account.code()).put(closed, new Sums(figures));
      } else {
        sums(account.code(), account.beginsOn()).begins += account.beginsWith().minor();
      }
    }
  }

  void add(Posting posting) {
    for (JournalLine line : posting.entry().lines()) {
      if (days.containsKey(line.account())) {
        sums(line.account(), posting.date()).ledger += line.amount().minor();
      }
    }
  }

  /** Once all postings are added. */
  void addUp(BooksFacts facts, Explained explained) {
    for (BooksFacts.Entry entry : facts.entries()) {
      if (days.containsKey(entry.account())) {
        LocalDate booked = entry.moneyIn().bookingDate();
        sums(entry.account(), booked).booked += entry.moneyIn().amountMinor();
        spread(entry, explained, booked);
      }
    }
    for (BooksFacts.Entry entry : facts.gone()) {
      if (days.containsKey(entry.account())) {
        spread(entry, explained, LocalDate.MIN);
      }
    }
    for (NavigableMap<LocalDate, Sums> byDay : days.values()) {
      Sums before = new Sums();
      for (Sums day : byDay.values()) {
        day.add(before);
        before = day;
      }
    }
  }

  /** An entry counts as explained once on a day, however many explain it. */
  private void spread(BooksFacts.Entry entry, Explained explained, LocalDate booked) {
    long minor = entry.moneyIn().amountMinor();
    LocalDate free = booked;
    for (Explained.Span span : explained.spans(entry.moneyIn().id())) {
      LocalDate from = span.from().isBefore(free) ? free : span.from();
      if (from.isBefore(span.until())) {
        sums(entry.account(), from).explained += minor;
        sums(entry.account(), span.until()).explained -= minor;
        free = span.until();
      }
    }
  }

  private Sums sums(AccountCode account, LocalDate day) {
    return day.isAfter(closed)
        ? days.get(account).computeIfAbsent(day, d -> new Sums())
        : new Sums();
  }

  /** A bank account of these books on a day. */
  public BankReconciliation on(AccountCode account, LocalDate day) {
    Map.Entry<LocalDate, Sums> last = days.get(account).floorEntry(day);
    Sums sums = last == null ? new Sums() : last.getValue();
    return new BankReconciliation(
        account, day, sums.begins + sums.booked, sums.booked - sums.explained, sums.ledger);
  }
}
