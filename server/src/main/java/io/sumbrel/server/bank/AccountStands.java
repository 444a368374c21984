package io.sumbrel.server.bank;

import io.sumbrel.server.ledger.Balances;
import io.sumbrel.server.receipt.MoneyLines;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Where every bank account stands: how far it is read, what is unexplained, bank against books. */
@Component
public class AccountStands {
  private final BankAccounts accounts;
  private final Statements statements;
  private final MoneyLines moneyLines;
  private final Balances balances;

  AccountStands(
      BankAccounts accounts, Statements statements, MoneyLines moneyLines, Balances balances) {
    this.accounts = accounts;
    this.statements = statements;
    this.moneyLines = moneyLines;
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
    return accounts.all(booksId).stream().map(a -> view(booksId, a)).toList();
  }

  private AccountStand view(long booksId, BankAccount account) {
    Optional<Statements.Stored> newest = statements.newest(account);
    MoneyLines.Figures unexplained = moneyLines.unexplained(account.id());
    return new AccountStand(
        account.id(),
        account.shortName(),
        account.beginsWith().currency().getCurrencyCode(),
        newest.map(Statements.Stored::number).orElse(""),
        newest.map(Statements.Stored::closingDate),
        account.beginsWith().minor() + moneyLines.counted(account.id()).minor(),
        unexplained.count(),
        unexplained.minor(),
        unexplained.oldest(),
        moneyLines.heldOn(account.id()).count(),
        balances.of(booksId, account.code(), account.beginsWith().currency()).minor());
  }
}
