package io.sumbrel.server.arrivals;

import io.sumbrel.core.posting.PostingNumber;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.formats.FileKind;
import io.sumbrel.server.audit.AuditRecord;
import io.sumbrel.server.bank.BankAccounts;
import io.sumbrel.server.bank.Statements;
import io.sumbrel.server.deposit.Deposits;
import io.sumbrel.server.deposit.WaitingForTie;
import io.sumbrel.server.matching.PastPayments;
import io.sumbrel.server.month.Months;
import io.sumbrel.server.people.Actor;
import io.sumbrel.server.receipt.MoneyIntake;
import io.sumbrel.server.receipt.MoneyLines;
import io.sumbrel.server.receipt.SetAsides;
import jakarta.persistence.EntityManager;
import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
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
  private final MoneyIntake intake;
  private final BankAccounts accounts;
  private final Statements statements;
  private final PastPayments pastPayments;
  private final ArrivalFacts arrivalFacts;
  private final SetAsides setAsides;

  WithdrawFile(
      EntityManager entities,
      Clock clock,
      AuditRecord audit,
      Months months,
      MoneyLines moneyLines,
      Deposits deposits,
      WaitingForTie waiting,
      MoneyIntake intake,
      BankAccounts accounts,
      Statements statements,
      PastPayments pastPayments,
      ArrivalFacts arrivalFacts,
      SetAsides setAsides) {
    this.entities = entities;
    this.clock = clock;
    this.audit = audit;
    this.months = months;
    this.moneyLines = moneyLines;
    this.deposits = deposits;
    this.waiting = waiting;
    this.intake = intake;
    this.accounts = accounts;
    this.statements = statements;
    this.pastPayments = pastPayments;
    this.arrivalFacts = arrivalFacts;
    this.setAsides = setAsides;
  }

  /**
   * @throws Refusal {@code posted}, {@code followed}, {@code set-aside}, {@code closed-month},
   *     {@code not-accepted}
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
    List<Long> touched = new ArrayList<>(statements.accountsOf(arrivalId));
    touched.addAll(deposits.accountsOf(arrivalId));
    accounts.lock(touched.stream());
    requireLast(arrivalId);
    requireNothingStands(row);
    deposits.requireOnNoSlip(arrivalId);
    requireNotDetailed(arrivalId);
    requireNoneSetAside(arrivalId);
    Optional<LocalDate> earliest = moneyLines.earliestOf(arrivalId);
    waiting.forget(arrivalId);
    intake.withdraw(arrivalId);
    statements.withdraw(arrivalId);
    pastPayments.withdraw(arrivalId);
    deposits.remove(arrivalId);
    row.acceptedCount = 0;
    row.heldCount = 0;
    row.decide(ArrivalState.WITHDRAWN, actor.name(), clock.instant());
    earliest.ifPresent(d -> months.requireStillOpen(actor.booksId(), d));
    audit.append(actor, "file-withdrawn", row.fileName, row.title, arrivalFacts.of(arrivalId));
    return row.toView(0);
  }

  /**
   * Takes a receipt out that somebody took in by hand.
   *
   * @throws Refusal {@code not-found} for what a file brought, and as above
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public void withdrawByHand(Actor actor, long arrivalId) {
    if (BringIn.find(entities, actor.booksId(), arrivalId).fileKind().use()
        != FileKind.Use.BY_HAND) {
      throw new Refusal("not-found", "This receipt was not taken in by hand.");
    }
    withdraw(actor, arrivalId);
  }

  private void requireLast(long arrivalId) {
    statements
        .following(arrivalId)
        .ifPresent(
            number -> {
              throw new Refusal(
                  "followed",
                  "Statement %s follows it on the same account; withdraw that first."
                      .formatted(number));
            });
  }

  /** Of a deposit's members even what was turned back: their deposit stands in the books. */
  private void requireNothingStands(ArrivalRow row) {
    FileKind.Use use = row.fileKind().use();
    boolean statement =
        use == FileKind.Use.STATEMENT || use == FileKind.Use.BY_HAND || use == FileKind.Use.TAKINGS;
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
                    and coalesce(t.money_in_id, t.recorded_id) in (select id from of_file))
                  or exists (
                    select 1 from payout_part t where t.posting_id = p.id
                    and coalesce(t.money_in_id, t.recorded_id) in (select id from of_file))
                  or exists (
                    select 1 from takings_part t where t.posting_id = p.id
                    and t.money_in_id in (select id from of_file)))
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

  private void requireNoneSetAside(long arrivalId) {
    long count = setAsides.countOfFile(arrivalId);
    if (count > 0) {
      throw new Refusal(
          "set-aside",
          count == 1
              ? "A sum of it is set aside; bring it back first."
              : "%d sums of it are set aside; bring them back first.".formatted(count));
    }
  }

  private void requireNotDetailed(long arrivalId) {
    intake
        .detailedBy(arrivalId)
        .ifPresent(
            later -> {
              throw new Refusal(
                  "followed",
                  "%s gives the parts of an entry in it; withdraw that first."
                      .formatted(entities.find(ArrivalRow.class, later).fileName));
            });
  }
}
