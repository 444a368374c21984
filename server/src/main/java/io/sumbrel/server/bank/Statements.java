package io.sumbrel.server.bank;

import io.sumbrel.core.bank.Balance;
import io.sumbrel.core.bank.BankStatement;
import io.sumbrel.core.money.Money;
import io.sumbrel.server.persistence.Column;
import io.sumbrel.server.persistence.RowIds;
import jakarta.persistence.EntityManager;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** The accepted statements of the bank; each follows the one before it on its account. */
@Component
public class Statements {
  private final EntityManager entities;
  private final RowIds ids;

  Statements(EntityManager entities, RowIds ids) {
    this.entities = entities;
    this.ids = ids;
  }

  /**
   * An accepted statement.
   *
   * @param closingMinor empty where its format states no balances
   */
  public record Stored(
      long id,
      long bankAccountId,
      long arrivalId,
      String number,
      LocalDate closingDate,
      Optional<Long> closingMinor) {}

  /** Accepted statements in their order. */
  @Transactional(readOnly = true)
  public List<Stored> all(long booksId) {
    return entities
        .createQuery(
            """
            select s from StatementRow s join BankAccountRow a on a.id = s.bankAccountId
            where a.booksId = :b
            order by s.bankAccountId, s.sequenceNumber
            """,
            StatementRow.class)
        .setParameter("b", booksId)
        .getResultStream()
        .map(Statements::stored)
        .toList();
  }

  private static Stored stored(StatementRow s) {
    return new Stored(
        s.id,
        s.bankAccountId,
        s.arrivalId,
        s.number,
        s.closingDate,
        Optional.ofNullable(s.closingMinor));
  }

  /**
   * Keeps an accepted statement as the last of its account.
   *
   * @param today its day where it states none
   * @return its id
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public long keep(StatementChain.Link link, long arrivalId, LocalDate today) {
    BankStatement statement = link.statement();
    StatementRow row = new StatementRow();
    row.id = ids.next();
    row.bankAccountId = link.account().id();
    row.arrivalId = arrivalId;
    row.sequenceNumber = last(link.account()) + 1;
    row.number = Column.cut(statement.number(), 60);
    row.closingDate = StatementChain.lastDay(statement, today);
    row.openingDate = statement.frame().opening().map(Balance::date).orElse(row.closingDate);
    if (statement.frame().hasBalances()) {
      row.openingMinor = statement.frame().opening().get().minor();
      row.closingMinor = statement.frame().closing().get().minor();
    }
    row.entryCount = (int) statement.bookedCount();
    row.countedMinor = link.reading().freshMinor();
    entities.persist(row);
    entities.flush();
    return row.id;
  }

  /** An entry that was held counts from now on. */
  @Transactional(propagation = Propagation.MANDATORY)
  public void counts(long statementId, long amountMinor) {
    entities
        .createNativeQuery(
            "update bank_statement set counted_minor = counted_minor + :m where id = :id")
        .setParameter("m", amountMinor)
        .setParameter("id", statementId)
        .executeUpdate();
  }

  /** What the bank shows on an account: the balance with which it began, and what counts since. */
  @Transactional(readOnly = true)
  public Money balance(BankAccount account) {
    Long counted =
        entities
            .createQuery(
                "select coalesce(sum(countedMinor), 0) from StatementRow where bankAccountId = :a",
                Long.class)
            .setParameter("a", account.id())
            .getSingleResult();
    return account.beginsWith().plus(Money.ofMinor(account.beginsWith().currency(), counted));
  }

  private int last(BankAccount account) {
    Integer last =
        entities
            .createQuery(
                "select max(sequenceNumber) from StatementRow where bankAccountId = :a",
                Integer.class)
            .setParameter("a", account.id())
            .getSingleResult();
    return last == null ? 0 : last;
  }

  /** The newest statement of an account. */
  @Transactional(readOnly = true)
  public Optional<Stored> newest(BankAccount account) {
    return entities
        .createQuery(
            "from StatementRow where bankAccountId = :a order by sequenceNumber desc",
            StatementRow.class)
        .setParameter("a", account.id())
        .setMaxResults(1)
        .getResultStream()
        .findFirst()
        .map(Statements::stored);
  }

  /** The last day of which the statements of an account speak. */
  @Transactional(readOnly = true)
  public LocalDate until(BankAccount account) {
    LocalDate last =
        entities
            .createQuery(
                "select max(closingDate) from StatementRow where bankAccountId = :a",
                LocalDate.class)
            .setParameter("a", account.id())
            .getSingleResult();
    return last == null ? account.beginsOn().minusDays(1) : last;
  }

  /** The number that a statement carries. */
  @Transactional(readOnly = true)
  public String number(long statementId) {
    return entities.find(StatementRow.class, statementId).number;
  }

  /** The accounts of a file's statements. */
  @Transactional(readOnly = true)
  public List<Long> accountsOf(long arrivalId) {
    return entities
        .createQuery(
            "select distinct bankAccountId from StatementRow where arrivalId = :a", Long.class)
        .setParameter("a", arrivalId)
        .getResultList();
  }

  /** The number of the newest statement that follows one of a file on its account. */
  @Transactional(readOnly = true)
  public Optional<String> following(long arrivalId) {
    return entities
        .createQuery(
            """
            select later.number from StatementRow later where later.arrivalId <> :a and exists (
              select 1 from StatementRow s where s.arrivalId = :a
              and s.bankAccountId = later.bankAccountId
              and s.sequenceNumber < later.sequenceNumber)
            order by later.sequenceNumber desc
            """,
            String.class)
        .setParameter("a", arrivalId)
        .setMaxResults(1)
        .getResultStream()
        .findFirst();
  }

  /** Statements of a file lose their place; those of which no entry is kept go. */
  @Transactional(propagation = Propagation.MANDATORY)
  public void withdraw(long arrivalId) {
    for (String remove :
        List.of(
            "update bank_statement set sequence_number = null where arrival_id = :a",
            "delete from bank_statement where arrival_id = :a and not exists (select 1 from money_in m where m.statement_id = bank_statement.id)")) {
      entities.createNativeQuery(remove).setParameter("a", arrivalId).executeUpdate();
    }
  }
}
