package io.sumbrel.server.arrivals;

import io.sumbrel.core.bank.AccountHistory;
import io.sumbrel.core.bank.BankStatement;
import io.sumbrel.core.bank.Continuation;
import io.sumbrel.core.bank.StatementEntry;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.server.books.BankAccount;
import io.sumbrel.server.books.Months;
import io.sumbrel.server.books.OpenBooks;
import jakarta.persistence.EntityManager;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;

/** Which account a statement is of, and what in it is new there. */
@Component
class StatementChain {
  private final EntityManager entities;
  private final OpenBooks books;
  private final Months months;

  StatementChain(EntityManager entities, OpenBooks books, Months months) {
    this.entities = entities;
    this.books = books;
    this.months = months;
  }

  /** A statement with its account, and what it adds. */
  record Link(BankStatement statement, BankAccount account, Continuation reading) {}

  /**
   * @throws Refusal {@code unknown-account}, {@code currency}
   */
  BankAccount account(long booksId, BankStatement statement) {
    return books.account(booksId, statement.account(), statement.currency());
  }

  /**
   * What every statement of a file adds, each after the one before it.
   *
   * @throws Refusal {@code gap}, {@code overlap}, {@code known-already}, {@code closed-month},
   *     {@code unknown-account}
   */
  List<Link> links(long booksId, List<BankStatement> statements) {
    List<Link> links = new ArrayList<>();
    Map<Long, AccountHistory> histories = new HashMap<>();
    for (BankStatement statement : statements) {
      BankAccount account = account(booksId, statement);
      AccountHistory history =
          histories.computeIfAbsent(
              account.id(), a -> history(account, earliest(account, statements)));
      Continuation reading = Continuation.of(statement, history);
      Stream.concat(reading.fresh().stream(), reading.held().stream())
          .map(StatementEntry::bookingDate)
          .min(LocalDate::compareTo)
          .ifPresent(d -> months.requireOpen(booksId, d));
      links.add(new Link(statement, account, reading));
      histories.put(account.id(), after(history, statement, reading));
    }
    return links;
  }

  private static LocalDate earliest(BankAccount account, List<BankStatement> statements) {
    return statements.stream()
        .filter(s -> s.frame().isOf(account.number()))
        .flatMap(s -> s.bookedEntries().stream())
        .map(StatementEntry::bookingDate)
        .min(LocalDate::compareTo)
        .orElse(LocalDate.MAX);
  }

  private static AccountHistory after(
      AccountHistory history, BankStatement statement, Continuation reading) {
    List<AccountHistory.Known> counted = new ArrayList<>(history.counted());
    reading.fresh().forEach(e -> counted.add(AccountHistory.Known.of(e)));
    List<AccountHistory.Known> held = new ArrayList<>(history.held());
    reading.held().forEach(e -> held.add(AccountHistory.Known.of(e)));
    List<AccountHistory.KnownStatement> statements = new ArrayList<>(history.statements());
    statements.add(
        new AccountHistory.KnownStatement(
            statement.number(),
            statement.bookedEntries().stream().map(AccountHistory.Known::of).toList()));
    LocalDate last = lastDay(statement, history.until());
    return new AccountHistory(
        history.beginsOn(),
        last.isAfter(history.until()) ? last : history.until(),
        history.balanceMinor() + reading.freshMinor(),
        counted,
        held,
        statements);
  }

  /** The last day that a statement speaks of. */
  static LocalDate lastDay(BankStatement statement, LocalDate otherwise) {
    return Stream.concat(
            statement.frame().closing().map(b -> b.date()).stream(),
            statement.bookedEntries().stream().map(StatementEntry::bookingDate))
        .max(LocalDate::compareTo)
        .orElse(otherwise);
  }

  /** What is read of an account, with its entries from a day on. */
  private AccountHistory history(BankAccount account, LocalDate from) {
    List<MoneyInRow> rows =
        from.equals(LocalDate.MAX)
            ? List.of()
            : entities
                .createQuery(
                    """
                    from MoneyInRow
                    where bankAccountId = :a and bookingDate >= :d and detailOfId is null
                      and standing <> WITHDRAWN
                    order by bookingDate, id
                    """,
                    MoneyInRow.class)
                .setParameter("a", account.id())
                .setParameter("d", from)
                .getResultList();
    return new AccountHistory(
        account.beginsOn(),
        until(account),
        account.beginsWith().minor() + sum(account),
        known(rows, s -> s != Standing.HELD),
        known(rows, s -> s == Standing.HELD),
        statements(rows));
  }

  private static List<AccountHistory.Known> known(
      List<MoneyInRow> rows, Predicate<Standing> standing) {
    return rows.stream().filter(r -> standing.test(r.standing)).map(MoneyInRow::toKnown).toList();
  }

  private List<AccountHistory.KnownStatement> statements(List<MoneyInRow> rows) {
    Map<Long, List<MoneyInRow>> byStatement =
        rows.stream().collect(Collectors.groupingBy(r -> r.statementId));
    return byStatement.entrySet().stream()
        .map(
            e ->
                new AccountHistory.KnownStatement(
                    entities.find(StatementRow.class, e.getKey()).number,
                    known(e.getValue(), s -> true)))
        .toList();
  }

  private long sum(BankAccount account) {
    Long sum =
        entities
            .createQuery(
                "select sum(amountMinor) from MoneyInRow where bankAccountId = :a and standing = COUNTS",
                Long.class)
            .setParameter("a", account.id())
            .getSingleResult();
    return sum == null ? 0 : sum;
  }

  private LocalDate until(BankAccount account) {
    LocalDate last =
        entities
            .createQuery(
                "select max(closingDate) from StatementRow where bankAccountId = :a",
                LocalDate.class)
            .setParameter("a", account.id())
            .getSingleResult();
    return last == null ? account.beginsOn().minusDays(1) : last;
  }

  int statementsOf(BankAccount account) {
    Integer last =
        entities
            .createQuery(
                "select max(sequenceNumber) from StatementRow where bankAccountId = :a",
                Integer.class)
            .setParameter("a", account.id())
            .getSingleResult();
    return last == null ? 0 : last;
  }
}
