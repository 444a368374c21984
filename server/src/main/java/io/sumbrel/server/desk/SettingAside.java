package io.sumbrel.server.desk;

import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.core.receipt.SetAside;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.server.audit.AuditRecord;
import io.sumbrel.server.bank.BankAccount;
import io.sumbrel.server.bank.BankAccounts;
import io.sumbrel.server.books.Houses;
import io.sumbrel.server.deposit.WaitingForTie;
import io.sumbrel.server.ledger.Claims;
import io.sumbrel.server.people.Actor;
import io.sumbrel.server.receipt.MoneyLine;
import io.sumbrel.server.receipt.MoneyLines;
import io.sumbrel.server.receipt.SetAsides;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Takes sums out of the day's work with a reason, and brings them back. */
@Component
class SettingAside {
  private final MoneyLines moneyLines;
  private final SetAsides setAsides;
  private final PostTape postTape;
  private final Claims claims;
  private final WaitingForTie waiting;
  private final BankAccounts accounts;
  private final Houses houses;
  private final AuditRecord audit;

  SettingAside(
      MoneyLines moneyLines,
      SetAsides setAsides,
      PostTape postTape,
      Claims claims,
      WaitingForTie waiting,
      BankAccounts accounts,
      Houses houses,
      AuditRecord audit) {
    this.moneyLines = moneyLines;
    this.setAsides = setAsides;
    this.postTape = postTape;
    this.claims = claims;
    this.waiting = waiting;
    this.accounts = accounts;
    this.houses = houses;
    this.audit = audit;
  }

  record SetAsideRequest(SetAside.Reason reason, String note) {}

  /**
   * @return what was done, in words
   * @throws Refusal {@code set-aside}, {@code claimed}, {@code set-aside-note}, and what forbids to
   *     explain it
   */
  @Transactional
  String setAside(Actor actor, MoneyInId id, SetAsideRequest request) {
    moneyLines.lock(id);
    MoneyLine line = postTape.explainable(actor, id);
    claims.requireUnclaimed(id, "");
    SetAside one = new SetAside(id, request.reason(), request.note());
    setAsides.set(actor.booksId(), one, actor.name(), houses.businessDate(actor.booksId()));
    return tell(actor, "set-aside", "Set aside " + words(line) + ", " + one.words());
  }

  /**
   * @return what was done, in words
   * @throws Refusal {@code not-found}, {@code not-set-aside}
   */
  @Transactional
  String bringBack(Actor actor, MoneyInId id) {
    moneyLines.lock(id);
    MoneyLine line = moneyLines.find(actor.booksId(), id);
    setAsides.bringBack(actor.booksId(), id);
    // a deposit that came meanwhile may be this very sum
    line.bankAccountId().ifPresent(waiting::settle);
    return tell(actor, "brought-back", "Brought back " + words(line));
  }

  private String tell(Actor actor, String act, String words) {
    audit.append(actor, act, words, "", setAsides.standing(actor.booksId()).orElseThrow());
    return words;
  }

  private static String words(MoneyLine line) {
    return line.moneyIn().words() + " of " + line.payer();
  }

  /** A sum that is set aside. */
  record SetAsideView(
      long moneyInId,
      String payer,
      String account,
      LocalDate date,
      String currency,
      long amountMinor,
      String why,
      String person,
      LocalDate since) {}

  /** All that is set aside, the oldest first. */
  @Transactional(readOnly = true)
  List<SetAsideView> report(Actor actor) {
    Map<MoneyInId, SetAsides.Stored> all =
        setAsides.all(actor.booksId()).stream()
            .collect(Collectors.toMap(s -> s.setAside().money(), Function.identity()));
    Map<Long, String> names =
        accounts.all(actor.booksId()).stream()
            .collect(Collectors.toMap(BankAccount::id, BankAccount::shortName));
    return moneyLines.some(actor.booksId(), List.copyOf(all.keySet())).stream()
        .map(l -> view(l, all.get(l.moneyIn().id()), l.cameInto(names::get)))
        .toList();
  }

  private static SetAsideView view(MoneyLine line, SetAsides.Stored stored, String account) {
    return new SetAsideView(
        line.moneyIn().id().number(),
        line.payer(),
        account,
        line.moneyIn().bookingDate(),
        line.moneyIn().currency().getCurrencyCode(),
        line.moneyIn().amountMinor(),
        stored.setAside().words(),
        stored.person(),
        stored.on());
  }
}
