package io.sumbrel.server.proof;

import io.sumbrel.core.proof.BooksFacts;
import io.sumbrel.server.bank.BankAccount;
import io.sumbrel.server.bank.BankAccounts;
import io.sumbrel.server.bank.Statements;
import io.sumbrel.server.ledger.Balances;
import io.sumbrel.server.receipt.Unclaimed;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** What rooms keep in step with their facts, so that no screen sums all of them. */
@Component
class KeptFigures {
  private final Balances balances;
  private final BankAccounts accounts;
  private final Statements statements;
  private final Unclaimed unclaimed;

  KeptFigures(
      Balances balances, BankAccounts accounts, Statements statements, Unclaimed unclaimed) {
    this.balances = balances;
    this.accounts = accounts;
    this.statements = statements;
    this.unclaimed = unclaimed;
  }

  @Transactional(readOnly = true)
  public BooksFacts.Kept of(long booksId) {
    return new BooksFacts.Kept(
        balances.all(booksId),
        accounts.all(booksId).stream()
            .collect(Collectors.toMap(BankAccount::code, statements::balance)),
        unclaimed.counting(booksId));
  }
}
