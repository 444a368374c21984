package io.sumbrel.server.deposit;

import io.sumbrel.core.deposit.DepositMember;
import io.sumbrel.core.deposit.RecordedId;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.server.bank.BankAccount;
import io.sumbrel.server.bank.BankAccounts;
import io.sumbrel.server.bank.Statements;
import io.sumbrel.server.ledger.Claims;
import io.sumbrel.server.receipt.MoneyLine;
import io.sumbrel.server.receipt.MoneyLines;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** The sums of a bank account as they were banked, each with the members that it is made of. */
@Component
class BankList {
  private static final int PAGE = 50;

  private final BankAccounts accounts;
  private final Statements statements;
  private final MoneyLines moneyLines;
  private final Claims claims;
  private final Deposits deposits;

  BankList(
      BankAccounts accounts,
      Statements statements,
      MoneyLines moneyLines,
      Claims claims,
      Deposits deposits) {
    this.accounts = accounts;
    this.statements = statements;
    this.moneyLines = moneyLines;
    this.claims = claims;
    this.deposits = deposits;
  }

  record BankedMember(String words, long amountMinor) {}

  /**
   * What an entry was tied to.
   *
   * @param depositId empty for a receipt that was banked by itself
   * @param netMinor what it brought to the bank
   */
  record BankedDepositView(
      Optional<Long> depositId, String words, long netMinor, List<BankedMember> members) {}

  /**
   * An entry.
   *
   * @param by the posting that explains it; empty while none does
   * @param balanceMinor what the account held after it
   */
  record BankedEntry(
      long id,
      LocalDate date,
      String payer,
      String text,
      long amountMinor,
      long balanceMinor,
      Optional<String> by,
      List<BankedDepositView> deposits) {}

  /**
   * @param next after how many entries there are older ones; empty when there are none
   */
  record BankedPage(
      String account, String currency, List<BankedEntry> entries, Optional<Integer> next) {}

  /**
   * @param after so many of the newest, which are known already
   * @throws Refusal {@code not-found}
   */
  @Transactional(readOnly = true)
  public BankedPage page(long booksId, long accountId, int after) {
    BankAccount account =
        accounts.all(booksId).stream()
            .filter(a -> a.id() == accountId)
            .findFirst()
            .orElseThrow(() -> new Refusal("not-found", "There is no such bank account."));
    List<MoneyLine> found = moneyLines.booked(accountId, after, PAGE + 1);
    List<MoneyLine> shown = found.subList(0, Math.min(PAGE, found.size()));
    Map<Long, List<BankedDepositView>> tied = new HashMap<>();
    var claimed = claims.some(shown.stream().map(l -> l.moneyIn().id()).toList());
    claims
        .tiedBy(claimed.values().stream().map(Claims.Claim::postingId).distinct().toList())
        .forEach((posting, recorded) -> tied.put(posting, views(recorded)));
    long balance = statements.balance(account).minor() - moneyLines.bookedMinor(accountId, after);
    List<BankedEntry> entries = new ArrayList<>();
    for (MoneyLine line : shown) {
      Optional<Claims.Claim> claim = Optional.ofNullable(claimed.get(line.moneyIn().id()));
      entries.add(
          new BankedEntry(
              line.moneyIn().id().number(),
              line.moneyIn().bookingDate(),
              line.payer(),
              line.moneyIn().text().replace('\n', ' '),
              line.moneyIn().amountMinor(),
              balance,
              claim.map(c -> c.number().words()),
              claim.map(c -> tied.getOrDefault(c.postingId(), List.of())).orElse(List.of())));
      balance -= line.moneyIn().amountMinor();
    }
    return new BankedPage(
        account.shortName(),
        account.beginsWith().currency().getCurrencyCode(),
        entries,
        found.size() > PAGE ? Optional.of(after + PAGE) : Optional.empty());
  }

  private List<BankedDepositView> views(Collection<RecordedId> recorded) {
    List<Long> ids = recorded.stream().map(RecordedId::number).toList();
    List<BankedDepositView> views = new ArrayList<>();
    for (Deposits.Stored stored : deposits.some(deposits.depositsAmong(ids))) {
      views.add(
          new BankedDepositView(
              Optional.of(stored.id()),
              stored.deposit().words(),
              stored.deposit().netMinor(),
              stored.deposit().members().stream().map(BankList::member).toList()));
    }
    for (Deposits.StoredMember alone : deposits.receiptsAmong(ids)) {
      views.add(
          new BankedDepositView(
              Optional.empty(), words(alone.member()), alone.member().amountMinor(), List.of()));
    }
    return views;
  }

  private static BankedMember member(DepositMember member) {
    return new BankedMember(words(member), member.amountMinor());
  }

  private static String words(DepositMember member) {
    return member.text().replace('\n', ' ');
  }
}
