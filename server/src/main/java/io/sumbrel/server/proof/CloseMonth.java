package io.sumbrel.server.proof;

import io.sumbrel.core.ledger.JournalLine;
import io.sumbrel.core.proof.BankReconciliation;
import io.sumbrel.core.proof.BooksFacts;
import io.sumbrel.core.proof.Proof;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.server.audit.AuditRecord;
import io.sumbrel.server.bank.BankAccount;
import io.sumbrel.server.bank.BankAccounts;
import io.sumbrel.server.ledger.Ledger;
import io.sumbrel.server.ledger.Postings;
import io.sumbrel.server.month.FirstPosting;
import io.sumbrel.server.month.Months;
import io.sumbrel.server.month.ProvedPoints;
import io.sumbrel.server.people.Actor;
import io.sumbrel.server.persistence.RowIds;
import io.sumbrel.server.receipt.MoneyLines;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/**
 * Closes a month when every account's statements reach its last day and the books are proved, and
 * reopens it with a reason. So whatever lies before a closed month was proved once.
 */
@Component
public class CloseMonth {
  private final AuditRecord audit;
  private final BooksFactsReader facts;
  private final MoneyLines moneyLines;
  private final Months months;
  private final BankAccounts accounts;
  private final ProvedPoints points;
  private final Postings postings;
  private final Ledger ledger;
  private final RowIds ids;

  CloseMonth(
      AuditRecord audit,
      BooksFactsReader facts,
      MoneyLines moneyLines,
      Months months,
      BankAccounts accounts,
      ProvedPoints points,
      Postings postings,
      Ledger ledger,
      RowIds ids) {
    this.audit = audit;
    this.facts = facts;
    this.moneyLines = moneyLines;
    this.months = months;
    this.accounts = accounts;
    this.points = points;
    this.postings = postings;
    this.ledger = ledger;
    this.ids = ids;
  }

  /**
   * @throws Refusal {@code month-not-complete}, {@code month-order}, {@code not-reconciled}, {@code
   *     not-proved}, {@code held}
   */
  @Transactional
  public void close(Actor actor, YearMonth month) {
    audit.lock(actor.booksId());
    LocalDate last = month.atEndOfMonth();
    LocalDate closed = months.closedUntil(actor.booksId());
    if (!last.isAfter(closed)) {
      throw new Refusal("month-order", month + " is closed already.");
    }
    moneyLines.held(actor.booksId()).stream()
        .filter(l -> !l.moneyIn().bookingDate().isAfter(last))
        .findFirst()
        .ifPresent(
            l -> {
              throw new Refusal(
                  "held",
                  "An entry of %s on %s is held as possibly double; say first whether it is."
                      .formatted(l.moneyIn().words(), l.moneyIn().bookingDate()));
            });
    List<BankAccount> all = accounts.all(actor.booksId());
    Map<Long, BankReconciliation> reconciled =
        facts.readSinceClosing(actor.booksId(), f -> reconciled(f, all, last));
    ProvedPoints.Point point = point(actor.booksId(), last);
    months.close(actor, month, reconciled);
    audit.append(actor, "month-closed", month.toString(), "", points.keep(actor.booksId(), point));
  }

  /** What was proved need not be proved again: all before the first posting of a later day. */
  private ProvedPoints.Point point(long booksId, LocalDate last) {
    Optional<ProvedPoints.Point> before = points.newest(booksId);
    FirstPosting from =
        postings
            .firstAfter(booksId, last)
            .orElseGet(() -> new FirstPosting(audit.nextNumber(booksId), ids.next()));
    List<JournalLine> balances =
        new ArrayList<>(before.map(ProvedPoints.Point::balances).orElse(List.of()));
    balances.addAll(
        ledger.balancesBetween(booksId, before.map(p -> p.from().id()).orElse(0L), from.id()));
    return new ProvedPoints.Point(last, from, JournalLine.summed(balances));
  }

  private static Map<Long, BankReconciliation> reconciled(
      BooksFacts facts, List<BankAccount> accounts, LocalDate last) {
    accounts.forEach(a -> requireReached(facts, a, last));
    Proof proof = Proof.of(facts);
    Map<Long, BankReconciliation> reconciled = new HashMap<>();
    for (BankAccount account : accounts) {
      BankReconciliation figures = proof.bankDays().on(account.code(), last);
      if (figures.differenceMinor() != 0) {
        throw new Refusal(
            "not-reconciled", account.name() + " does not reconcile on " + last + ".");
      }
      reconciled.put(account.id(), figures);
    }
    proof.lines().stream()
        .filter(line -> !line.holds())
        .findFirst()
        .ifPresent(
            line -> {
              throw new Refusal(
                  "not-proved",
                  "The books do not hold: %s. %s".formatted(line.words(), line.failures().get(0)));
            });
    return reconciled;
  }

  private static void requireReached(BooksFacts all, BankAccount account, LocalDate last) {
    boolean reached =
        all.statements().stream()
            .anyMatch(s -> s.account().equals(account.code()) && !s.closingDate().isBefore(last));
    if (!reached) {
      throw new Refusal(
          "month-not-complete",
          "The statements of %s do not reach %s yet.".formatted(account.shortName(), last));
    }
  }

  /**
   * @throws Refusal {@code reason-missing}, {@code month-order}
   */
  @Transactional
  public void reopen(Actor actor, YearMonth month, String reason) {
    if (reason.isBlank() || reason.length() > 400) {
      throw new Refusal(
          "reason-missing", "A month is reopened with a reason of up to 400 letters.");
    }
    audit.lock(actor.booksId());
    months.reopen(actor, month, reason.strip());
    audit.append(actor, "month-reopened", month.toString(), reason.strip());
  }
}
