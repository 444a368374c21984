package io.sumbrel.server.bank;

import io.sumbrel.server.ledger.Balances;
import io.sumbrel.server.receipt.Standing;
import io.sumbrel.server.receipt.Unclaimed;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Where every bank account stands: how far it is read, what is unexplained, bank against books. */
@Component
public class AccountStands {
  private final BankAccounts accounts;
  private final Statements statements;
  private final Unclaimed unclaimed;
  private final Balances balances;

  AccountStands(
      BankAccounts accounts, Statements statements, Unclaimed unclaimed, Balances balances) {
    this.accounts = accounts;
    this.statements = statements;
    this.unclaimed = unclaimed;
    this.balances = balances;
  }

  /**
   * @param lastStatement the number of the newest statement; empty when there is none
   * @param bankMinor what the bank shows: where the account began, and all entries that count
   * @param unexplainedMinor entries in the pile, summed
   * @param booksMinor the ledger's bank account
   */
  public record AccountStand(
      long id,
      String name,
      String currency,
      String lastStatement,
      Optional<LocalDate> readUntil,
      long bankMinor,
      long unexplainedCount,
      long unexplainedMinor,
      Optional<LocalDate> oldestUnexplained,
      long heldCount,
      long booksMinor) {}

  @Transactional(readOnly = true)
  public List<AccountStand> all(long booksId) {
    Map<Long, Unclaimed.Figures> inPile = unclaimed.byAccount(booksId, Standing.COUNTS);
    Map<Long, Unclaimed.Figures> held = unclaimed.byAccount(booksId, Standing.HELD);
    return accounts.all(booksId).stream()
        .map(
            a ->
                view(
                    booksId,
                    a,
                    inPile.getOrDefault(a.id(), Unclaimed.Figures.NOTHING),
                    held.getOrDefault(a.id(), Unclaimed.Figures.NOTHING)))
        .toList();
  }

  private AccountStand view(
      long booksId, BankAccount account, Unclaimed.Figures unexplained, Unclaimed.Figures held) {
    Optional<Statements.Stored> newest = statements.newest(account);
    return new AccountStand(
        account.id(),
        account.shortName(),
        account.beginsWith().currency().getCurrencyCode(),
        newest.map(Statements.Stored::number).orElse(""),
        newest.map(Statements.Stored::closingDate),
        statements.balance(account).minor(),
        unexplained.count(),
        unexplained.minor(),
        unexplained.oldest(),
        held.count(),
        balances.of(booksId, account.code(), account.beginsWith().currency()).minor());
  }
}
