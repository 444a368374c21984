package io.sumbrel.server.bank;

import io.sumbrel.core.bank.AccountNumber;
import io.sumbrel.core.ledger.AccountCode;
import io.sumbrel.core.money.Money;
import io.sumbrel.core.posting.BankBegins;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.server.chart.Charts;
import io.sumbrel.server.ledger.Ledger;
import io.sumbrel.server.people.Actor;
import io.sumbrel.server.persistence.Column;
import io.sumbrel.server.persistence.RowIds;
import jakarta.persistence.EntityManager;
import java.time.Clock;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Currency;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
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
  private final Clock clock;

  BankAccounts(EntityManager entities, RowIds ids, Charts charts, Ledger ledger, Clock clock) {
    this.entities = entities;
    this.ids = ids;
    this.charts = charts;
    this.ledger = ledger;
    this.clock = clock;
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
   * An account by its number, however a file writes it.
   *
   * @throws Refusal {@code unknown-account}, {@code currency}, {@code which-account} where it may
   *     be one of several
   */
  public BankAccount numbered(long booksId, String number, Currency currency) {
    List<BankAccount> meant = candidates(booksId, number, currency);
    if (meant.size() == 1) {
      return meant.get(0);
    }
    if (meant.isEmpty()) {
      throw unknown(booksId, number, currency);
    }
    throw new Refusal(
        "which-account",
        "The file names the account %s, and that may be %s."
            .formatted(
                number,
                meant.stream().map(BankAccount::shortName).collect(Collectors.joining(" or "))));
  }

  /**
   * Accounts in a currency that a number may name, all equally surely; one where somebody said so.
   */
  public List<BankAccount> candidates(long booksId, String number, Currency currency) {
    List<BankAccount> all =
        all(booksId).stream().filter(a -> a.beginsWith().currency().equals(currency)).toList();
    AccountNumber written = new AccountNumber(number);
    Map<AccountNumber.Likeness, List<BankAccount>> like =
        new EnumMap<>(AccountNumber.Likeness.class);
    for (BankAccount account : all) {
      written
          .likenessTo(new AccountNumber(account.number()), currency)
          .ifPresent(l -> like.computeIfAbsent(l, x -> new ArrayList<>()).add(account));
    }
    List<BankAccount> surest = like.values().stream().findFirst().orElse(List.of());
    Optional<Long> said =
        surest.size() > 1 ? saidBefore(booksId, number, currency) : Optional.empty();
    return said.isEmpty() ? surest : surest.stream().filter(a -> a.id() == said.get()).toList();
  }

  private Refusal unknown(long booksId, String number, Currency currency) {
    return all(booksId).stream()
        .filter(a -> new AccountNumber(a.number()).isSame(new AccountNumber(number)))
        .findFirst()
        .map(
            a ->
                new Refusal(
                    "currency",
                    "The file is in %s, the account %s is kept in %s."
                        .formatted(currency, a.name(), a.beginsWith().currency())))
        .orElseGet(
            () ->
                new Refusal(
                    "unknown-account",
                    "Account %s is not one of this house; nothing of the file was stored."
                        .formatted(number)));
  }

  private Optional<Long> saidBefore(long booksId, String number, Currency currency) {
    return entities
        .createQuery(
            "select bankAccountId from AccountMeantRow where booksId = :b and written = :w and currency = :c",
            Long.class)
        .setParameter("b", booksId)
        .setParameter("w", number)
        .setParameter("c", currency.getCurrencyCode())
        .getResultStream()
        .findFirst();
  }

  /**
   * Keeps which of several accounts a number means.
   *
   * @throws Refusal {@code unknown-account} when it is none of those that it may be
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public BankAccount mean(Actor actor, String number, Currency currency, long bankAccountId) {
    BankAccount meant =
        candidates(actor.booksId(), number, currency).stream()
            .filter(a -> a.id() == bankAccountId)
            .findFirst()
            .orElseThrow(() -> new Refusal("unknown-account", "There is no such bank account."));
    AccountMeantRow row = new AccountMeantRow();
    row.id = ids.next();
    row.booksId = actor.booksId();
    row.written = Column.whole("The number of the account", number, 120);
    row.currency = currency.getCurrencyCode();
    row.bankAccountId = bankAccountId;
    row.saidAt = clock.instant().truncatedTo(ChronoUnit.MILLIS);
    row.saidBy = actor.name();
    entities.persist(row);
    return meant;
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
