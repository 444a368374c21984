package io.sumbrel.server.arrivals;

import io.sumbrel.server.books.BankAccount;
import io.sumbrel.server.books.Ledger;
import io.sumbrel.server.books.OpenBooks;
import jakarta.persistence.EntityManager;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Where every bank account stands: how far it is read, what is unexplained, bank against books. */
@Component
class AccountStands {
  private final EntityManager entities;
  private final OpenBooks books;
  private final Ledger ledger;

  AccountStands(EntityManager entities, OpenBooks books, Ledger ledger) {
    this.entities = entities;
    this.books = books;
    this.ledger = ledger;
  }

  /**
   * @param lastStatement the number of the newest statement; empty when there is none
   * @param bankMinor what the bank shows: where the account began, and all entries that count
   * @param unexplainedMinor entries in the pile, summed
   * @param booksMinor the ledger's bank account
   */
  record AccountStand(
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

  /** One sum over entries. */
  private record Figures(long count, long minor, Optional<LocalDate> oldest) {}

  @Transactional(readOnly = true)
  List<AccountStand> all(long booksId) {
    return books.accounts(booksId).stream().map(a -> view(booksId, a)).toList();
  }

  private AccountStand view(long booksId, BankAccount account) {
    List<StatementRow> newest =
        entities
            .createQuery(
                "from StatementRow where bankAccountId = :a order by sequenceNumber desc",
                StatementRow.class)
            .setParameter("a", account.id())
            .setMaxResults(1)
            .getResultList();
    Figures counted = figures(account, "m.standing = COUNTS");
    Figures held = figures(account, "m.standing = HELD");
    Figures unexplained =
        figures(
            account,
            "m.standing = COUNTS and not exists (select 1 from ClaimRow c where c.moneyInId = m.id)");
    return new AccountStand(
        account.id(),
        account.shortName(),
        account.beginsWith().currency().getCurrencyCode(),
        newest.isEmpty() ? "" : newest.get(0).number,
        newest.stream().map(s -> s.closingDate).findFirst(),
        account.beginsWith().minor() + counted.minor(),
        unexplained.count(),
        unexplained.minor(),
        unexplained.oldest(),
        held.count(),
        ledger.balance(booksId, account.code()));
  }

  private Figures figures(BankAccount account, String which) {
    Object[] row =
        entities
            .createQuery(
                "select count(m), coalesce(sum(m.amountMinor), 0), min(m.bookingDate) from MoneyInRow m where m.bankAccountId = :a and "
                    + which,
                Object[].class)
            .setParameter("a", account.id())
            .getSingleResult();
    return new Figures((Long) row[0], (Long) row[1], Optional.ofNullable((LocalDate) row[2]));
  }
}
