package io.sumbrel.server.arrivals;

import io.sumbrel.core.bank.BankStatement;
import io.sumbrel.core.bank.StatementEntry;
import io.sumbrel.core.deposit.BankedDeposit;
import io.sumbrel.core.deposit.BroughtForward;
import io.sumbrel.core.deposit.Deposit;
import io.sumbrel.core.deposit.MemberKind;
import io.sumbrel.core.posting.ReceiptsForward;
import io.sumbrel.formats.FileKind;
import io.sumbrel.server.bank.BankAccount;
import io.sumbrel.server.bank.BankAccounts;
import io.sumbrel.server.books.Houses;
import io.sumbrel.server.deposit.Deposits;
import io.sumbrel.server.deposit.Payouts;
import io.sumbrel.server.deposit.WaitingForTie;
import io.sumbrel.server.ledger.Ledger;
import io.sumbrel.server.month.Months;
import io.sumbrel.server.payout.ReadOnce;
import io.sumbrel.server.people.Actor;
import io.sumbrel.server.receipt.MoneyIntake;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/**
 * Takes in deposits with their members. Members of a lockbox or a payout go to the pile; receipts
 * brought forward were explained before these books and only change accounts.
 */
@Component
class AcceptDeposits {
  private final BankAccounts books;
  private final Houses names;
  private final Months months;
  private final Ledger ledger;
  private final Deposits deposits;
  private final Payouts payouts;
  private final WaitingForTie waiting;
  private final MoneyIntake intake;
  private final ReadOnce readOnce;

  AcceptDeposits(
      BankAccounts books,
      Houses names,
      Months months,
      Ledger ledger,
      Deposits deposits,
      Payouts payouts,
      WaitingForTie waiting,
      MoneyIntake intake,
      ReadOnce readOnce) {
    this.readOnce = readOnce;
    this.books = books;
    this.names = names;
    this.months = months;
    this.ledger = ledger;
    this.deposits = deposits;
    this.payouts = payouts;
    this.waiting = waiting;
    this.intake = intake;
  }

  /**
   * Whether the deposits of a file may be taken in now.
   *
   * @param layoutId how the processor of payouts writes
   * @throws io.sumbrel.core.refusal.Refusal {@code explained}, {@code deposit-changed}, {@code
   *     overlaps}, {@code unknown-account}, {@code closed-month}, {@code read-as-statement}
   */
  void require(long booksId, ArrivedFile file, Optional<Long> layoutId) {
    if (!file.deposits().isEmpty()) {
      readOnce.requireByPayouts(layoutId);
    }
    for (BankedDeposit banked : file.deposits()) {
      BankAccount account = account(booksId, banked);
      if (!deposits.isKnown(account.id(), banked.deposit())) {
        waiting.requireNotExplained(account.id(), banked.deposit());
        payouts.requireNoOverlap(account.id(), banked.deposit());
        if (file.kind().use() == FileKind.Use.DEPOSITS) {
          months.requireOpen(booksId, banked.deposit().date());
        }
      }
    }
  }

  /**
   * Whether statements may be taken in, where their account may be that of a processor.
   *
   * @throws io.sumbrel.core.refusal.Refusal {@code read-by-payouts}
   */
  void requireReadOnce(long booksId, ArrivedFile file) {
    for (BankStatement statement : file.statements()) {
      BankAccount account = books.numbered(booksId, statement.account(), statement.currency());
      statement.entries().stream()
          .map(StatementEntry::bookingDate)
          .min(LocalDate::compareTo)
          .ifPresent(first -> readOnce.requireNotByPayouts(account, first));
    }
  }

  /** Whether a deposit of a file is stored already. */
  boolean isKnown(long booksId, BankedDeposit banked) {
    return deposits.isKnown(account(booksId, banked).id(), banked.deposit());
  }

  BankAccount account(long booksId, BankedDeposit banked) {
    return books.numbered(booksId, banked.account(), banked.deposit().currency());
  }

  @Transactional(propagation = Propagation.MANDATORY)
  void store(Actor actor, ArrivalRow arrival, ArrivedFile file) {
    lockCandidates(actor, file);
    require(actor.booksId(), file, Optional.ofNullable(arrival.csvLayoutId));
    Deposits.Origin origin =
        new Deposits.Origin(actor.booksId(), arrival.id, Optional.ofNullable(arrival.csvLayoutId));
    int[] ordinals = Deposits.firstOrdinals(file.deposits());
    Set<Long> accounts = new TreeSet<>();
    List<MoneyIntake.Member> pile = new ArrayList<>();
    List<BankedDeposit> fresh = new ArrayList<>();
    for (int i = 0; i < ordinals.length; i++) {
      BankedDeposit banked = file.deposits().get(i);
      Deposit deposit = banked.deposit();
      BankAccount account = account(actor.booksId(), banked);
      if (deposits.isKnown(account.id(), deposit)) {
        arrival.knownCount += deposit.members().size();
        arrival.knownMinor += deposit.netMinor();
        continue;
      }
      accounts.add(account.id());
      fresh.add(banked);
      Deposits.Stored stored = deposits.store(origin, account.id(), deposit, ordinals[i]);
      arrival.acceptedCount += deposit.members().size();
      if (file.kind().use() == FileKind.Use.DEPOSITS) {
        pile.addAll(toThePile(stored));
      }
    }
    int members = file.deposits().stream().mapToInt(b -> b.deposit().members().size()).sum();
    deposits.storeOnHand(origin, file.onHand(), members);
    arrival.acceptedCount += file.onHand().size();
    intake.members(actor.booksId(), arrival.id, pile);
    if (file.kind().use() == FileKind.Use.BROUGHT_FORWARD) {
      bringForward(actor, arrival, new BroughtForward(fresh, file.onHand()));
    }
    accounts.forEach(waiting::settle);
  }

  /** Account by account in the order of their ids: nobody waits for another who waits for him. */
  private void lockCandidates(Actor actor, ArrivedFile file) {
    Map<Long, List<Deposit>> byAccount = new TreeMap<>();
    for (BankedDeposit banked : file.deposits()) {
      byAccount
          .computeIfAbsent(account(actor.booksId(), banked).id(), a -> new ArrayList<>())
          .add(banked.deposit());
    }
    byAccount.forEach(waiting::lockCandidates);
  }

  private static List<MoneyIntake.Member> toThePile(Deposits.Stored stored) {
    return stored.members().stream()
        .filter(m -> m.member().kind().explained() == MemberKind.Explained.BY_A_TAPE)
        .map(m -> new MoneyIntake.Member(m.id(), m.ordinal(), m.currency(), m.member()))
        .toList();
  }

  private void bringForward(Actor actor, ArrivalRow arrival, BroughtForward receipts) {
    LocalDate today = names.businessDate(actor.booksId());
    if (receipts.count() > 0) {
      ledger.append(
          actor,
          ReceiptsForward.of(receipts, today),
          Ledger.Source.of(arrival.id),
          "receipts-brought-forward",
          arrival.fileName);
    }
  }
}
