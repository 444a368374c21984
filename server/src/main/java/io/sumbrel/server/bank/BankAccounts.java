package io.sumbrel.server.bank;

import io.sumbrel.core.bank.StatementFrame;
import io.sumbrel.core.ledger.AccountCode;
import io.sumbrel.core.money.Money;
import io.sumbrel.core.posting.BankBegins;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.server.chart.Charts;
import io.sumbrel.server.ledger.Ledger;
import io.sumbrel.server.people.Actor;
import io.sumbrel.server.persistence.RowIds;
import jakarta.persistence.EntityManager;
import java.time.LocalDate;
import java.util.Currency;
import java.util.List;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** The bank accounts of a house. */
@Component
public class BankAccounts {
  private final EntityManager entities;
  private final RowIds ids;
  private final Charts charts;
  private final Ledger ledger;

  BankAccounts(EntityManager entities, RowIds ids, Charts charts, Ledger ledger) {
    this.entities = entities;
    this.ids = ids;
    this.charts = charts;
    this.ledger = ledger;
  }

  /** A bank account begins: row 1 of the posting table. */
  @Transactional
  public BankAccount begin(
      Actor actor, String name, String accountNumber, LocalDate date, Money balance) {
    AccountCode code = charts.addBank(actor.booksId(), name);
    BankAccountRow row = new BankAccountRow();
    row.id = ids.next();
    row.booksId = actor.booksId();
    row.name = name;
    row.accountNumber = accountNumber.replace(" ", "");
    row.currency = balance.currency().getCurrencyCode();
    row.ledgerCode = code.code();
    row.beginsOn = date;
    row.beginsMinor = balance.minor();
    entities.persist(row);
    ledger.append(
        actor,
        BankBegins.of(code, balance, date),
        Ledger.Source.NONE,
        "bank-account-begins",
        name + " begins on " + date + " with " + balance);
    return row.toAccount();
  }

  /** In the order of their ledger accounts. */
  @Transactional(readOnly = true)
  public List<BankAccount> all(long booksId) {
    return entities
        .createQuery(
            "from BankAccountRow where booksId = :b order by ledgerCode", BankAccountRow.class)
        .setParameter("b", booksId)
        .getResultStream()
        .map(BankAccountRow::toAccount)
        .toList();
  }

  /**
   * @throws Refusal {@code unknown-account}
   */
  @Transactional(readOnly = true)
  public BankAccount one(long booksId, long bankAccountId) {
    return all(booksId).stream()
        .filter(a -> a.id() == bankAccountId)
        .findFirst()
        .orElseThrow(() -> new Refusal("unknown-account", "There is no such bank account."));
  }

  /**
   * An account by its number, however that is written.
   *
   * @throws Refusal {@code unknown-account}, {@code currency}
   */
  public BankAccount numbered(long booksId, String number, Currency currency) {
    BankAccount account =
        all(booksId).stream()
            .filter(a -> StatementFrame.isSameAccount(a.number(), number))
            .findFirst()
            .orElseThrow(
                () ->
                    new Refusal(
                        "unknown-account",
                        "Account %s is not one of this house; nothing of the file was stored."
                            .formatted(number)));
    if (!account.beginsWith().currency().equals(currency)) {
      throw new Refusal(
          "currency",
          "The file is in %s, the account %s is kept in %s."
              .formatted(currency, account.name(), account.beginsWith().currency()));
    }
    return account;
  }

  /** One import at a time for each account; in the order of their ids. */
  @Transactional(propagation = Propagation.MANDATORY)
  public void lock(Stream<Long> accounts) {
    accounts
        .distinct()
        .sorted()
        .forEach(
            id ->
                entities
                    .createNativeQuery("select id from bank_account where id = :id for update")
                    .setParameter("id", id)
                    .getResultList());
  }
}
