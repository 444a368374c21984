package io.sumbrel.server.arrivals;

import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.server.audit.AuditRecord;
import io.sumbrel.server.bank.BankAccount;
import io.sumbrel.server.bank.BankAccounts;
import io.sumbrel.server.people.Actor;
import io.sumbrel.server.persistence.FileStore;
import jakarta.persistence.EntityManager;
import java.util.Currency;
import java.util.List;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Which account a file means, where its number may be that of several: asked once. */
@Component
class NameAccount {
  private final EntityManager entities;
  private final AuditRecord audit;
  private final FileStore store;
  private final ArrivedFiles files;
  private final BankAccounts accounts;
  private final BringIn bringIn;

  NameAccount(
      EntityManager entities,
      AuditRecord audit,
      FileStore store,
      ArrivedFiles files,
      BankAccounts accounts,
      BringIn bringIn) {
    this.entities = entities;
    this.audit = audit;
    this.store = store;
    this.files = files;
    this.accounts = accounts;
    this.bringIn = bringIn;
  }

  /** One of the accounts that may be meant. */
  record AccountChoice(long id, String name, String number) {}

  /** The number as the file writes it, and what it may mean. */
  record AccountQuestion(String written, String currency, List<AccountChoice> choices) {}

  /** A number that may mean several. */
  private record Asked(String number, Currency currency, List<BankAccount> meant) {}

  /**
   * @throws Refusal {@code no-question}
   */
  @Transactional(readOnly = true)
  AccountQuestion question(Actor actor, long arrivalId) {
    Asked asked = asked(BringIn.find(entities, actor.booksId(), arrivalId));
    return new AccountQuestion(
        asked.number(),
        asked.currency().getCurrencyCode(),
        asked.meant().stream().map(a -> new AccountChoice(a.id(), a.name(), a.number())).toList());
  }

  /** Keeps which is meant and reads the file; it then waits to be accepted, or asks the next. */
  @Transactional
  ArrivalView keep(Actor actor, long arrivalId, long bankAccountId) {
    ArrivalRow row = BringIn.find(entities, actor.booksId(), arrivalId);
    Asked asked = asked(row);
    BankAccount meant = accounts.mean(actor, asked.number(), asked.currency(), bankAccountId);
    bringIn.read(row, store.file(row.hash));
    audit.append(actor, "account-meant", asked.number(), meant.shortName());
    return row.toView(0);
  }

  private Asked asked(ArrivalRow row) {
    Refusal none = new Refusal("no-question", row.fileName + " does not ask for an account.");
    if (row.asks() != ArrivalAsks.ACCOUNT) {
      throw none;
    }
    ArrivedFile file = files.read(row.booksId, store.file(row.hash), row.csvLayoutId);
    return Stream.concat(
            file.statements().stream().map(s -> asked(row, s.account(), s.currency())),
            file.deposits().stream().map(d -> asked(row, d.account(), d.deposit().currency())))
        .filter(a -> a.meant().size() > 1)
        .findFirst()
        .orElseThrow(() -> none);
  }

  private Asked asked(ArrivalRow row, String number, Currency currency) {
    return new Asked(number, currency, accounts.candidates(row.booksId, number, currency));
  }
}
