package io.sumbrel.server.bank;

import io.sumbrel.core.bank.AccountHistory;
import io.sumbrel.core.bank.BankStatement;
import io.sumbrel.core.bank.Continuation;
import io.sumbrel.core.bank.StatementEntry;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.server.month.Months;
import io.sumbrel.server.receipt.MoneyLines;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;

/** Which account a statement is of, and what in it is new there. */
@Component
public class StatementChain {
  private final BankAccounts accounts;
  private final Statements statements;
  private final MoneyLines moneyLines;
  private final Months months;

  StatementChain(
      BankAccounts accounts, Statements statements, MoneyLines moneyLines, Months months) {
    this.accounts = accounts;
    this.statements = statements;
    this.moneyLines = moneyLines;
    this.months = months;
  }

  /**
   * A statement with its account, and what it adds.
   *
   * @param isRepeated whether all of it was read before; it is not kept once more
   */
  public record Link(
      BankStatement statement, BankAccount account, Continuation reading, boolean isRepeated) {}

  /**
   * @throws Refusal {@code unknown-account}, {@code currency}, {@code which-account}
   */
  public BankAccount account(long booksId, BankStatement statement) {
    return accounts.numbered(booksId, statement.account(), statement.currency());
  }

  /**
   * What every statement of a file adds, each after the one before it. Those that are known already
   * stand beside what is new: files that are fetched every week overlap.
   *
   * @throws Refusal {@code gap}, {@code overlap}, {@code known-already} where nothing is new,
   *     {@code closed-month}, {@code unknown-account}
   */
  public List<Link> links(long booksId, List<BankStatement> statements) {
    List<Link> links = new ArrayList<>();
    Map<Long, AccountHistory> histories = new HashMap<>();
    Optional<Refusal> repeated = Optional.empty();
    for (BankStatement statement : statements) {
      BankAccount account = account(booksId, statement);
      AccountHistory history =
          histories.computeIfAbsent(
              account.id(), a -> history(account, earliest(booksId, account, statements)));
      try {
        Continuation reading = Continuation.of(statement, history);
        requireOpen(booksId, reading);
        links.add(new Link(statement, account, reading, false));
        if (statement != statements.get(statements.size() - 1)) {
          histories.put(account.id(), after(history, statement, reading));
        }
      } catch (Refusal e) {
        if (!e.code().equals("known-already")) {
          throw e;
        }
        repeated = Optional.of(e);
        Continuation known = new Continuation(List.of(), statement.bookedEntries(), List.of());
        links.add(new Link(statement, account, known, true));
      }
    }
    if (repeated.isPresent() && links.stream().allMatch(Link::isRepeated)) {
      throw repeated.get();
    }
    return links;
  }

  private void requireOpen(long booksId, Continuation reading) {
    Stream.concat(reading.fresh().stream(), reading.held().stream())
        .map(StatementEntry::bookingDate)
        .min(LocalDate::compareTo)
        .ifPresent(d -> months.requireOpen(booksId, d));
  }

  private LocalDate earliest(long booksId, BankAccount account, List<BankStatement> statements) {
    return statements.stream()
        .filter(s -> account(booksId, s).id() == account.id())
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
    List<MoneyLines.KnownEntry> entries =
        from.equals(LocalDate.MAX) ? List.of() : moneyLines.knownOf(account.id(), from);
    return new AccountHistory(
        account.beginsOn(),
        statements.until(account),
        statements.balance(account).minor(),
        known(entries, e -> !e.held()),
        known(entries, MoneyLines.KnownEntry::held),
        statementsOf(entries));
  }

  private static List<AccountHistory.Known> known(
      List<MoneyLines.KnownEntry> entries, Predicate<MoneyLines.KnownEntry> which) {
    return entries.stream().filter(which).map(MoneyLines.KnownEntry::known).toList();
  }

  private List<AccountHistory.KnownStatement> statementsOf(List<MoneyLines.KnownEntry> entries) {
    Map<Long, List<MoneyLines.KnownEntry>> byStatement =
        entries.stream().collect(Collectors.groupingBy(MoneyLines.KnownEntry::statementId));
    return byStatement.entrySet().stream()
        .map(
            e ->
                new AccountHistory.KnownStatement(
                    statements.number(e.getKey()), known(e.getValue(), k -> true)))
        .toList();
  }
}
