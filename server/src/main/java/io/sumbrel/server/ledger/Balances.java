package io.sumbrel.server.ledger;

import io.sumbrel.core.ledger.AccountCode;
import io.sumbrel.core.ledger.JournalEntry;
import io.sumbrel.core.ledger.JournalLine;
import io.sumbrel.core.money.Money;
import io.sumbrel.core.proof.BooksFacts;
import jakarta.persistence.EntityManager;
import java.util.Currency;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** What accounts stand at over all postings: kept with each of them, not summed when asked for. */
@Component
public class Balances {
  private static final String ADD =
      """
      update account_balance set amount_minor = amount_minor + :m
      where books_id = :b and account_code = :a and currency = :c
      """;

  private static final String BEGIN =
      """
      insert into account_balance (books_id, account_code, currency, amount_minor)
      values (:b, :a, :c, :m)
      """;

  private final EntityManager entities;

  Balances(EntityManager entities) {
    this.entities = entities;
  }

  /** What every account stands at, in the order of the accounts. */
  @Transactional(readOnly = true)
  public List<BooksFacts.Balance> all(long booksId) {
    return entities
        .createQuery(
            "from AccountBalanceRow where booksId = :b order by accountCode, currency",
            AccountBalanceRow.class)
        .setParameter("b", booksId)
        .getResultStream()
        .map(AccountBalanceRow::toFact)
        .toList();
  }

  /** What an account stands at in one currency, debit above zero. */
  @Transactional(readOnly = true)
  public Money of(long booksId, AccountCode account, Currency currency) {
    AccountBalanceRow row =
        entities.find(
            AccountBalanceRow.class,
            new AccountBalanceRow.Key(booksId, account.code(), currency.getCurrencyCode()));
    return row == null ? Money.zero(currency) : row.toFact().amount();
  }

  /** Adds what an entry posts, in the transaction of the act and under the lock of the record. */
  @Transactional(propagation = Propagation.MANDATORY)
  void add(long booksId, JournalEntry entry) {
    List<JournalLine> ofAccounts =
        entry.lines().stream()
            .map(l -> new JournalLine(l.account(), Optional.empty(), l.amount()))
            .toList();
    for (JournalLine line : JournalLine.summed(ofAccounts)) {
      if (written(booksId, line, ADD) == 0) {
        written(booksId, line, BEGIN);
      }
    }
  }

  private int written(long booksId, JournalLine line, String how) {
    return entities
        .createNativeQuery(how)
        .setParameter("m", line.amount().minor())
        .setParameter("b", booksId)
        .setParameter("a", line.account().code())
        .setParameter("c", line.amount().currency().getCurrencyCode())
        .executeUpdate();
  }
}
