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

  private record Named(String number, Currency currency) {}

  /**
   * @throws Refusal {@code no-question}
   */
  @Transactional(readOnly = true)
  AccountQuestion question(Actor actor, long arrivalId) {
    Named asked = asked(BringIn.find(entities, actor.booksId(), arrivalId));
    return new AccountQuestion(
        asked.number(),
        asked.currency().getCurrencyCode(),
        accounts.candidates(actor.booksId(), asked.number(), asked.currency()).stream()
            .map(a -> new AccountChoice(a.id(), a.name(), a.number()))
            .toList());
  }

  /** Keeps which is meant and reads the file; it then waits to be accepted, or asks the next. */
  @Transactional
  ArrivalView keep(Actor actor, long arrivalId, long bankAccountId) {
    ArrivalRow row = BringIn.find(entities, actor.booksId(), arrivalId);
    Named asked = asked(row);
    BankAccount meant = accounts.mean(actor, asked.number(), asked.currency(), bankAccountId);
    bringIn.read(row, store.file(row.hash));
    audit.append(actor, "account-meant", asked.number(), meant.shortName());
    return row.toView(0);
  }

  private Named asked(ArrivalRow row) {
    return Stream.of(row)
        .filter(r -> r.asks() == ArrivalAsks.ACCOUNT)
        .map(r -> files.read(r.booksId, store.file(r.hash), r.csvLayoutId))
        .flatMap(
            file ->
                Stream.concat(
                    file.statements().stream().map(s -> new Named(s.account(), s.currency())),
                    file.deposits().stream()
                        .map(d -> new Named(d.account(), d.deposit().currency()))))
        .filter(n -> accounts.candidates(row.booksId, n.number(), n.currency()).size() > 1)
        .findFirst()
        .orElseThrow(
            () -> new Refusal("no-question", row.fileName + " does not ask for an account."));
  }
}
