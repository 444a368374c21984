package io.sumbrel.server.books;

import io.sumbrel.core.bank.StatementFrame;
import io.sumbrel.core.ledger.AccountCode;
import io.sumbrel.core.ledger.StandardAccount;
import io.sumbrel.core.money.Money;
import io.sumbrel.core.posting.BankBegins;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.core.rules.HouseLimits;
import io.sumbrel.server.audit.AuditRecord;
import io.sumbrel.server.people.Actor;
import io.sumbrel.server.persistence.RowIds;
import jakarta.persistence.EntityManager;
import java.time.Clock;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.Currency;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.IntStream;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Begins a set of books, and bank accounts in it. */
@Component
public class OpenBooks {
  private final EntityManager entities;
  private final RowIds ids;
  private final Clock clock;
  private final AuditRecord audit;
  private final Ledger ledger;
  private final Limits limits;

  OpenBooks(
      EntityManager entities,
      RowIds ids,
      Clock clock,
      AuditRecord audit,
      Ledger ledger,
      Limits limits) {
    this.entities = entities;
    this.ids = ids;
    this.clock = clock;
    this.audit = audit;
    this.ledger = ledger;
    this.limits = limits;
  }

  /**
   * @param businessDate fixes the business date, as the demonstration house does
   * @return the id of the new set of books
   */
  @Transactional
  public long open(String name, ZoneId zone, Optional<LocalDate> businessDate) {
    BooksRow row = new BooksRow();
    row.id = ids.next();
    row.name = name;
    row.zone = zone.getId();
    row.businessDate = businessDate.orElse(null);
    row.createdAt = clock.instant();
    entities.persist(row);
    for (StandardAccount account : StandardAccount.values()) {
      entities.persist(
          LedgerAccountRow.of(
              row.id, account.code().code(), account.words(), account.use().name()));
    }
    limits.store(row.id, HouseLimits.DEFAULTS);
    audit.begin(row.id);
    return row.id;
  }

  /** Goes on to a business date, where the house keeps its own. */
  @Transactional
  public void moveTo(long booksId, LocalDate businessDate) {
    entities.find(BooksRow.class, booksId).businessDate = businessDate;
  }

  /** A bank account begins: row 1 of the posting table. */
  @Transactional
  public BankAccount beginAccount(
      Actor actor, String name, String accountNumber, LocalDate date, Money balance) {
    AccountCode code = freeCode(actor.booksId());
    entities.persist(LedgerAccountRow.of(actor.booksId(), code.code(), name, "BANK"));
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

  /** The next code below those of the standard accounts: 1010, 1020, …, then those between. */
  private AccountCode freeCode(long booksId) {
    Set<String> taken = ledgerAccounts(booksId).keySet();
    return IntStream.of(0, 5, 1, 2, 3, 4, 6, 7, 8, 9)
        .flatMap(last -> IntStream.rangeClosed(1, 9).map(tens -> 1000 + 10 * tens + last))
        .mapToObj(Integer::toString)
        .filter(code -> !taken.contains(code))
        .findFirst()
        .map(AccountCode::new)
        .orElseThrow(
            () -> new Refusal("accounts", "These books have as many bank accounts as they can."));
  }

  /** The bank accounts of the house, in the order of their ledger accounts. */
  @Transactional(readOnly = true)
  public List<BankAccount> accounts(long booksId) {
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
  public BankAccount account(long booksId, long bankAccountId) {
    return accounts(booksId).stream()
        .filter(a -> a.id() == bankAccountId)
        .findFirst()
        .orElseThrow(() -> new Refusal("unknown-account", "There is no such bank account."));
  }

  /**
   * An account by its number, however that is written.
   *
   * @throws Refusal {@code unknown-account}, {@code currency}
   */
  public BankAccount account(long booksId, String number, Currency currency) {
    BankAccount account =
        accounts(booksId).stream()
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

  /** The names of the ledger accounts by their codes, in the order of the codes. */
  @Transactional(readOnly = true)
  public Map<String, String> ledgerAccounts(long booksId) {
    Map<String, String> names = new LinkedHashMap<>();
    entities
        .createQuery(
            "from LedgerAccountRow where booksId = :b order by code", LedgerAccountRow.class)
        .setParameter("b", booksId)
        .getResultStream()
        .forEach(r -> names.put(r.code, r.name));
    return names;
  }
}
