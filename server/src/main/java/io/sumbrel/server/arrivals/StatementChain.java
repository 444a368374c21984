package io.sumbrel.server.arrivals;

import io.sumbrel.core.bank.BankStatement;
import io.sumbrel.core.bank.StatementEntry;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.server.books.BankAccount;
import io.sumbrel.server.books.Months;
import io.sumbrel.server.books.OpenBooks;
import jakarta.persistence.EntityManager;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Which account a statement is of, and whether it follows the one before. */
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

  /**
   * Where an account's chain of statements ends.
   *
   * @param sequence how many statements it has
   */
  record End(int sequence, LocalDate closingDate, long closingMinor) {}

  /**
   * @throws Refusal {@code unknown-account}, {@code currency}
   */
  BankAccount account(long booksId, BankStatement statement) {
    String number = statement.account().replace(" ", "");
    BankAccount account =
        books.accounts(booksId).stream()
            .filter(a -> a.number().equals(number))
            .findFirst()
            .orElseThrow(
                () ->
                    new Refusal(
                        "unknown-account",
                        "Account %s is not one of this house; nothing of the file was stored."
                            .formatted(statement.account())));
    if (!account.beginsWith().currency().equals(statement.currency())) {
      throw new Refusal(
          "currency",
          "Statement %s is in %s, the account %s is kept in %s."
              .formatted(
                  statement.number(),
                  statement.currency(),
                  account.name(),
                  account.beginsWith().currency()));
    }
    return account;
  }

  @Transactional(readOnly = true)
  End end(BankAccount account) {
    List<StatementRow> newest =
        entities
            .createQuery(
                "from StatementRow where bankAccountId = :a order by sequenceNumber desc",
                StatementRow.class)
            .setParameter("a", account.id())
            .setMaxResults(1)
            .getResultList();
    return newest.isEmpty()
        ? new End(0, account.beginsOn().minusDays(1), account.beginsWith().minor())
        : new End(
            newest.get(0).sequenceNumber, newest.get(0).closingDate, newest.get(0).closingMinor);
  }

  /**
   * Whether all statements of a file follow what is there, each the one before it.
   *
   * @throws Refusal {@code gap}, {@code overlap}, {@code closed-month}, {@code unknown-account}
   */
  void requireFollow(long booksId, List<BankStatement> statements) {
    Map<Long, End> ends = new HashMap<>();
    for (BankStatement statement : statements) {
      BankAccount account = account(booksId, statement);
      End end = ends.computeIfAbsent(account.id(), a -> end(account));
      statement.requireFollows(end.closingMinor(), end.closingDate());
      statement.entries().stream()
          .filter(StatementEntry::isBooked)
          .forEach(e -> months.requireOpen(booksId, e.bookingDate()));
      ends.put(
          account.id(),
          new End(end.sequence() + 1, statement.closingDate(), statement.closingMinor()));
    }
  }
}
