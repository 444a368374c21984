package io.sumbrel.server.arrivals;

import io.sumbrel.core.bank.BankStatement;
import io.sumbrel.core.bank.StatementEntry;
import io.sumbrel.core.openitem.ListChoice;
import io.sumbrel.core.openitem.ListScope;
import io.sumbrel.server.audit.AuditRecord;
import io.sumbrel.server.books.BankAccount;
import io.sumbrel.server.people.Actor;
import io.sumbrel.server.persistence.RowIds;
import jakarta.persistence.EntityManager;
import java.time.Clock;
import java.util.Map;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Takes a waiting file in, whole or not at all. */
@Component
public class AcceptFile {
  private final EntityManager entities;
  private final RowIds ids;
  private final Clock clock;
  private final AuditRecord audit;
  private final FileStore files;
  private final StatementChain chain;
  private final ReadOpenItems openItems;

  AcceptFile(
      EntityManager entities,
      RowIds ids,
      Clock clock,
      AuditRecord audit,
      FileStore files,
      StatementChain chain,
      ReadOpenItems openItems) {
    this.entities = entities;
    this.ids = ids;
    this.clock = clock;
    this.audit = audit;
    this.files = files;
    this.chain = chain;
    this.openItems = openItems;
  }

  /**
   * How a list of open items is to be taken.
   *
   * @param choices by item number, where the books and the list disagree
   */
  public record Acceptance(ListScope scope, Map<String, ListChoice> choices) {
    public static final Acceptance PLAIN = new Acceptance(ListScope.CHANGES_ONLY, Map.of());
  }

  /**
   * @throws io.sumbrel.core.refusal.Refusal when the file no longer fits what is in the books
   */
  @Transactional
  public ArrivalView accept(Actor actor, long arrivalId, Acceptance how) {
    entities
        .createNativeQuery("select id from arrival where id = :id for update")
        .setParameter("id", arrivalId)
        .getResultList();
    ArrivalRow row = BringIn.waiting(entities, actor.booksId(), arrivalId);
    ArrivedFile file = ArrivedFile.read(files.original(row.hash));
    row.decide(ArrivalState.ACCEPTED, actor.name(), clock.instant());
    if (file.items().isPresent()) {
      openItems.read(actor, row, file.items().get(), how);
    } else {
      lockAccounts(actor, file);
      chain.requireFollow(actor.booksId(), file.statements());
      file.statements().forEach(s -> store(actor, row, s));
      row.acceptedCount = row.statedCount;
    }
    audit.append(
        actor, "file-accepted", row.fileName, row.title + ", " + row.statedCount + " lines");
    return row.toView(file.items().isPresent() ? 0 : row.acceptedCount);
  }

  /** One import at a time for each account. */
  private void lockAccounts(Actor actor, ArrivedFile file) {
    file.statements().stream()
        .map(s -> chain.account(actor.booksId(), s).id())
        .distinct()
        .sorted()
        .forEach(
            id ->
                entities
                    .createNativeQuery("select id from bank_account where id = :id for update")
                    .setParameter("id", id)
                    .getResultList());
  }

  private void store(Actor actor, ArrivalRow arrival, BankStatement statement) {
    BankAccount account = chain.account(actor.booksId(), statement);
    StatementRow row = new StatementRow();
    row.id = ids.next();
    row.bankAccountId = account.id();
    row.arrivalId = arrival.id;
    row.sequenceNumber = chain.end(account).sequence() + 1;
    row.number = statement.number();
    row.openingDate = statement.openingDate();
    row.openingMinor = statement.openingMinor();
    row.closingDate = statement.closingDate();
    row.closingMinor = statement.closingMinor();
    row.entryCount = (int) statement.bookedCount();
    entities.persist(row);
    for (StatementEntry entry : statement.entries()) {
      if (entry.isBooked() && entry.amountMinor() != 0) {
        MoneyInRow money = MoneyInRow.of(entry, statement.currency());
        money.id = ids.next();
        money.booksId = actor.booksId();
        money.bankAccountId = account.id();
        money.statementId = row.id;
        entities.persist(money);
      }
    }
    entities.flush();
  }
}
