package io.sumbrel.server.arrivals;

import io.sumbrel.core.posting.PostingNumber;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.formats.FileKind;
import io.sumbrel.server.audit.AuditRecord;
import io.sumbrel.server.books.Months;
import io.sumbrel.server.deposit.Deposits;
import io.sumbrel.server.deposit.WaitingForTie;
import io.sumbrel.server.people.Actor;
import jakarta.persistence.EntityManager;
import java.time.Clock;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/**
 * Takes an accepted file out again, while nothing of it stands posted and no statement follows it:
 * its entries go, its bytes stay, and the same file may come once more. An entry that was posted
 * and turned back counts no more, and stays for the postings that name it.
 */
@Component
public class WithdrawFile {
  private final EntityManager entities;
  private final Clock clock;
  private final AuditRecord audit;
  private final Months months;
  private final MoneyLines moneyLines;
  private final Deposits deposits;
  private final WaitingForTie waiting;

  WithdrawFile(
      EntityManager entities,
      Clock clock,
      AuditRecord audit,
      Months months,
      MoneyLines moneyLines,
      Deposits deposits,
      WaitingForTie waiting) {
    this.entities = entities;
    this.clock = clock;
    this.audit = audit;
    this.months = months;
    this.moneyLines = moneyLines;
    this.deposits = deposits;
    this.waiting = waiting;
  }

  /**
   * @throws Refusal {@code posted}, {@code followed}, {@code closed-month}, {@code not-accepted}
   */
  @Transactional
  public ArrivalView withdraw(Actor actor, long arrivalId) {
    ArrivalRow row = BringIn.find(entities, actor.booksId(), arrivalId);
    if (row.state != ArrivalState.ACCEPTED) {
      throw new Refusal("not-accepted", row.fileName + " is not accepted; nothing of it counts.");
    }
    switch (row.fileKind().use()) {
      case OPEN_ITEMS ->
          throw new Refusal(
              "posted",
              "A list of open items is posted when it is accepted; a newer list corrects it.");
      case BROUGHT_FORWARD ->
          throw new Refusal(
              "posted", "Receipts brought forward are posted when they are accepted.");
      default -> {}
    }
    lockAccounts(arrivalId);
    requireLast(arrivalId);
    requireNothingStands(row);
    requireNotDetailed(arrivalId);
    Optional<LocalDate> earliest = moneyLines.earliestOf(arrivalId);
    waiting.forget(arrivalId);
    for (String remove :
        List.of(
            "delete from draft where money_in_id in (select id from money_in where arrival_id = :a)",
            "update money_in set standing = 'COUNTS' where id in (select detail_of_id from money_in where arrival_id = :a and detail_of_id is not null)",
            "update money_in set reverses_id = null where arrival_id = :a",
            "update money_in set standing = 'WITHDRAWN' where arrival_id = :a",
            "delete from money_in where arrival_id = :a and not exists (select 1 from posting p where p.money_in_id = money_in.id) and not exists (select 1 from tie_part t where t.money_in_id = money_in.id)",
            "update bank_statement set sequence_number = null where arrival_id = :a",
            "delete from bank_statement where arrival_id = :a and not exists (select 1 from money_in m where m.statement_id = bank_statement.id)",
            "delete from past_payment where arrival_id = :a")) {
      entities.createNativeQuery(remove).setParameter("a", arrivalId).executeUpdate();
    }
    deposits.remove(arrivalId);
    row.acceptedCount = 0;
    row.heldCount = 0;
    row.decide(ArrivalState.WITHDRAWN, actor.name(), clock.instant());
    earliest.ifPresent(d -> months.requireStillOpen(actor.booksId(), d));
    audit.append(actor, "file-withdrawn", row.fileName, row.title);
    return row.toView(0);
  }

  private void lockAccounts(long arrivalId) {
    entities
        .createNativeQuery(
            "select id from bank_account where id in (select bank_account_id from bank_statement where arrival_id = :a union select bank_account_id from deposit where arrival_id = :a) order by id for update")
        .setParameter("a", arrivalId)
        .getResultList();
  }

  private void requireLast(long arrivalId) {
    List<StatementRow> later =
        entities
            .createQuery(
                """
                from StatementRow later where later.arrivalId <> :a and exists (
                  select 1 from StatementRow s where s.arrivalId = :a
                  and s.bankAccountId = later.bankAccountId
                  and s.sequenceNumber < later.sequenceNumber)
                order by later.sequenceNumber desc
                """,
                StatementRow.class)
            .setParameter("a", arrivalId)
            .getResultList();
    if (!later.isEmpty()) {
      throw new Refusal(
          "followed",
          "Statement %s follows it on the same account; withdraw that first."
              .formatted(later.get(0).number));
    }
  }

  /** Of a deposit's members even what was turned back: their deposit stands in the books. */
  private void requireNothingStands(ArrivalRow row) {
    boolean statement = row.fileKind().use() == FileKind.Use.STATEMENT;
    List<?> posted =
        entities
            .createNativeQuery(
                """
                with of_file (id) as (
                  select id from money_in where arrival_id = :a
                  union all select id from deposit where arrival_id = :a
                  union all select id from deposit_member where arrival_id = :a)
                select p.posting_year, p.posting_number from posting p
                where (p.money_in_id in (select id from of_file) or exists (
                    select 1 from tie_part t where t.posting_id = p.id
                    and coalesce(t.money_in_id, t.recorded_id) in (select id from of_file)))
                  and (not :statement
                    or not exists (select 1 from posting t where t.turns_back_id = p.id))
                order by p.id
                """)
            .setParameter("a", row.id)
            .setParameter("statement", statement)
            .setMaxResults(1)
            .getResultList();
    if (!posted.isEmpty()) {
      Object[] cells = (Object[]) posted.get(0);
      PostingNumber number =
          new PostingNumber(((Number) cells[0]).intValue(), ((Number) cells[1]).intValue());
      throw new Refusal(
          "posted",
          statement
              ? "%s explains an entry of %s; turn it back first."
                  .formatted(number.words(), row.fileName)
              : "%s was posted on an entry of %s; what stood in the books keeps its file."
                  .formatted(number.words(), row.fileName));
    }
  }

  private void requireNotDetailed(long arrivalId) {
    List<String> details =
        entities
            .createQuery(
                """
                select a.fileName from MoneyInRow part
                join MoneyInRow sum on sum.id = part.detailOfId
                join ArrivalRow a on a.id = part.arrivalId
                where sum.arrivalId = :a
                """,
                String.class)
            .setParameter("a", arrivalId)
            .setMaxResults(1)
            .getResultList();
    if (!details.isEmpty()) {
      throw new Refusal(
          "followed", details.get(0) + " gives the parts of an entry in it; withdraw that first.");
    }
  }
}
