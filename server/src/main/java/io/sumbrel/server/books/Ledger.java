package io.sumbrel.server.books;

import io.sumbrel.core.ledger.AccountCode;
import io.sumbrel.core.ledger.JournalEntry;
import io.sumbrel.core.ledger.JournalLine;
import io.sumbrel.core.posting.ItemMovement;
import io.sumbrel.core.posting.PostingKind;
import io.sumbrel.core.posting.PostingNumber;
import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.core.tape.Tape;
import io.sumbrel.core.tape.TapeLine;
import io.sumbrel.server.audit.AuditRecord;
import io.sumbrel.server.people.Actor;
import io.sumbrel.server.persistence.RowIds;
import jakarta.persistence.EntityManager;
import java.sql.PreparedStatement;
import java.time.Clock;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.List;
import java.util.Optional;
import org.hibernate.Session;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/**
 * Appends postings: number, journal lines, movements of items, balances and the audit line, all in
 * the caller's transaction. Nothing is ever changed or deleted.
 */
@Component
public class Ledger {
  private static final String MOVE =
      "update item_balance set total_minor = total_minor + ?, open_minor = open_minor + ? where item_id = ?";

  private final EntityManager entities;
  private final RowIds ids;
  private final Clock clock;
  private final AuditRecord audit;
  private final Months months;
  private final BooksNames names;

  Ledger(
      EntityManager entities,
      RowIds ids,
      Clock clock,
      AuditRecord audit,
      Months months,
      BooksNames names) {
    this.entities = entities;
    this.ids = ids;
    this.clock = clock;
    this.audit = audit;
    this.months = months;
    this.names = names;
  }

  /** What is to be posted. */
  public record Act(
      PostingKind kind,
      JournalEntry entry,
      List<ItemMovement> movements,
      Optional<Tape> tape,
      Optional<MoneyInId> moneyIn,
      Optional<Long> arrivalId,
      Optional<Long> turnsBackId) {

    public static Act of(PostingKind kind, JournalEntry entry) {
      return new Act(
          kind,
          entry,
          List.of(),
          Optional.empty(),
          Optional.empty(),
          Optional.empty(),
          Optional.empty());
    }
  }

  /** A posting as it was stored. */
  public record Stored(long id, PostingNumber number) {}

  /**
   * The number that the next posting of this date will carry. Holds the lock on the record from
   * here to the end of the transaction, so that no number is lost or given twice.
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public PostingNumber nextNumber(long booksId, LocalDate date) {
    audit.lock(booksId);
    return new PostingNumber(date.getYear(), yearRow(booksId, date).lastNumber + 1);
  }

  /**
   * Appends a posting.
   *
   * @throws io.sumbrel.core.refusal.Refusal {@code closed-month} when its date lies in one
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public Stored append(Actor actor, Act act, String auditAct, String detail) {
    PostingNumber number = nextNumber(actor.booksId(), act.entry().date());
    months.requireOpen(actor.booksId(), act.entry().date());
    yearRow(actor.booksId(), act.entry().date()).lastNumber = number.number();
    PostingRow row = row(actor, act, number);
    row.recordNumber = audit.nextNumber(actor.booksId());
    row.actedOn = names.businessDate(actor.booksId());
    entities.persist(row);
    storeLines(actor.booksId(), row.id, act);
    entities.flush();
    move(act.movements());
    audit.append(actor, auditAct, number.words(), detail);
    return new Stored(row.id, number);
  }

  /** What an account stands at over all postings, debit above zero, in minor units. */
  @Transactional(readOnly = true)
  public long balance(long booksId, AccountCode account) {
    return entities
        .createQuery(
            """
            select coalesce(sum(amountMinor), 0) from JournalLineRow
            where booksId = :b and accountCode = :c
            """,
            Long.class)
        .setParameter("b", booksId)
        .setParameter("c", account.code())
        .getSingleResult();
  }

  /** What an account stands at in one currency, debit above zero, in minor units. */
  public record Balance(AccountCode account, String currency, long minor) {}

  /** What every account stands at over all postings, in the order of the accounts. */
  @Transactional(readOnly = true)
  public List<Balance> balances(long booksId) {
    return entities
        .createQuery(
            """
            select accountCode, currency, sum(amountMinor) from JournalLineRow
            where booksId = :b group by accountCode, currency order by accountCode, currency
            """,
            Object[].class)
        .setParameter("b", booksId)
        .getResultStream()
        .map(r -> new Balance(new AccountCode((String) r[0]), (String) r[1], (Long) r[2]))
        .toList();
  }

  private PostingRow row(Actor actor, Act act, PostingNumber number) {
    PostingRow row = new PostingRow();
    row.id = ids.next();
    row.booksId = actor.booksId();
    row.postingYear = number.year();
    row.postingNumber = number.number();
    row.kind = act.kind();
    row.postingDate = act.entry().date();
    row.postedAt = clock.instant().truncatedTo(ChronoUnit.MILLIS);
    row.actor = actor.name();
    row.moneyInId = act.moneyIn().map(MoneyInId::number).orElse(null);
    row.arrivalId = act.arrivalId().orElse(null);
    row.turnsBackId = act.turnsBackId().orElse(null);
    return row;
  }

  private void storeLines(long booksId, long postingId, Act act) {
    int number = 1;
    for (JournalLine line : act.entry().lines()) {
      entities.persist(JournalLineRow.of(booksId, postingId, number++, line));
    }
    number = 1;
    for (TapeLine line : act.tape().map(Tape::lines).orElse(List.of())) {
      entities.persist(TapeLineRow.of(postingId, number++, act.tape().get(), line));
    }
    number = 1;
    for (ItemMovement movement : act.movements()) {
      entities.persist(ItemMovementRow.of(postingId, number++, movement));
    }
  }

  /** Adds to the balances where they stand: nothing that was read before is written back. */
  private void move(List<ItemMovement> movements) {
    entities
        .unwrap(Session.class)
        .doWork(
            connection -> {
              try (PreparedStatement update = connection.prepareStatement(MOVE)) {
                for (ItemMovement movement : movements) {
                  update.setLong(1, movement.totalDelta());
                  update.setLong(2, movement.openDelta());
                  update.setLong(3, movement.item().number());
                  update.addBatch();
                }
                update.executeBatch();
              }
            });
  }

  private JournalYearRow yearRow(long booksId, LocalDate date) {
    JournalYearRow.Key key = new JournalYearRow.Key(booksId, date.getYear());
    JournalYearRow row = entities.find(JournalYearRow.class, key);
    if (row == null) {
      row = new JournalYearRow();
      row.booksId = booksId;
      row.postingYear = date.getYear();
      entities.persist(row);
    }
    return row;
  }
}
