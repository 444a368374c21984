package io.sumbrel.server.ledger;

import io.sumbrel.core.ledger.AccountCode;
import io.sumbrel.core.ledger.JournalLine;
import io.sumbrel.core.money.Money;
import io.sumbrel.core.openitem.ItemId;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.party.CustomerId;
import io.sumbrel.core.posting.Event;
import io.sumbrel.core.posting.ItemMovement;
import io.sumbrel.core.posting.Posting;
import io.sumbrel.core.posting.PostingNumber;
import io.sumbrel.core.proof.Fact;
import io.sumbrel.core.proof.PostingFact;
import io.sumbrel.core.tape.Tape;
import io.sumbrel.core.tape.TapeLine;
import io.sumbrel.server.audit.AuditRecord;
import io.sumbrel.server.books.Houses;
import io.sumbrel.server.month.Months;
import io.sumbrel.server.openitem.Items;
import io.sumbrel.server.people.Actor;
import io.sumbrel.server.persistence.BulkRows;
import io.sumbrel.server.persistence.RowIds;
import jakarta.persistence.EntityManager;
import java.time.Clock;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Currency;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/**
 * Appends events as postings: number, journal lines, new items, movements, balances, claims and the
 * audit line, all in the caller's transaction. Nothing is ever changed or deleted.
 */
@Component
public class Ledger {
  /** The name in the record of an act that explains a sum by a tape, or uses credits alone. */
  public static final String TAPE_POSTED = "tape-posted";

  /** The name in the record of an act that turns a tape back. */
  public static final String TURNED_BACK = "turned-back";

  private final EntityManager entities;
  private final RowIds ids;
  private final Clock clock;
  private final AuditRecord audit;
  private final Months months;
  private final Houses houses;
  private final Items items;
  private final Claims claims;
  private final BulkRows bulk;
  private final Balances balances;

  Ledger(
      EntityManager entities,
      RowIds ids,
      Clock clock,
      AuditRecord audit,
      Months months,
      Houses houses,
      Items items,
      Claims claims,
      BulkRows bulk,
      Balances balances) {
    this.entities = entities;
    this.ids = ids;
    this.clock = clock;
    this.audit = audit;
    this.months = months;
    this.houses = houses;
    this.items = items;
    this.claims = claims;
    this.bulk = bulk;
    this.balances = balances;
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
   * What the books do not need of an event, and a reader later asks for.
   *
   * @param arrivalId the file that brought it
   * @param maker who made it, where a second person posts it
   * @param origins where new items stand in it
   */
  public record Source(
      Optional<Long> arrivalId, Optional<String> maker, Function<OpenItem, Items.Origin> origins) {
    public static final Source NONE =
        new Source(
            Optional.empty(),
            Optional.empty(),
            item -> new Items.Origin(Optional.empty(), Optional.empty(), ""));

    public static Source of(long arrivalId) {
      return new Source(Optional.of(arrivalId), Optional.empty(), NONE.origins);
    }

    public static Source madeBy(Optional<String> maker) {
      return new Source(Optional.empty(), maker, NONE.origins);
    }
  }

  /**
   * Appends an event: the one way into the books.
   *
   * @param act its name in the record
   * @throws io.sumbrel.core.refusal.Refusal {@code closed-month} when its date lies in one
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public Stored append(Actor actor, Event event, Source source, String act, String detail) {
    PostingNumber number = nextNumber(actor.booksId(), event.date());
    months.requireOpen(actor.booksId(), event.date());
    yearRow(actor.booksId(), event.date()).lastNumber = number.number();
    entities.flush();
    items.take(actor.booksId(), event.newItems(), source.origins, event.movements());
    Posting posting = Posting.of(number, event);
    PostingRow row = row(actor, posting);
    row.arrivalId = source.arrivalId.orElse(null);
    row.maker = source.maker.orElse(null);
    row.recordNumber = audit.nextNumber(actor.booksId());
    row.actedOn = houses.businessDate(actor.booksId());
    entities.persist(row);
    entities.flush();
    storeLines(actor.booksId(), row.id, posting);
    balances.add(actor.booksId(), posting.entry());
    claims.release(event.frees());
    claims.take(event.claims(), row.id);
    audit.append(actor, act, number.words(), detail, fact(posting, row, event));
    return new Stored(row.id, number);
  }

  /**
   * What postings from one up to another come to, by account, receivables by customer; without the
   * balances with which bank accounts began.
   */
  @Transactional(readOnly = true)
  public List<JournalLine> balancesBetween(long booksId, long from, long until) {
    // + 0: the range of postings is looked up, not all lines of the house
    return entities
        .createQuery(
            """
            select accountCode, customerId, currency, sum(amountMinor) from JournalLineRow
            where booksId + 0 = :b and postingId >= :from and postingId < :until and postingId not in
              (select id from PostingRow where booksId = :b and kind = BANK_BEGINS)
            group by accountCode, customerId, currency having sum(amountMinor) <> 0
            """,
            Object[].class)
        .setParameter("b", booksId)
        .setParameter("from", from)
        .setParameter("until", until)
        .getResultStream()
        .map(
            r ->
                new JournalLine(
                    new AccountCode((String) r[0]),
                    Optional.ofNullable((Long) r[1]).map(CustomerId::new),
                    Money.ofMinor(Currency.getInstance((String) r[2]), (Long) r[3])))
        .toList();
  }

  private static Fact fact(Posting posting, PostingRow row, Event event) {
    Map<ItemId, OpenItem> credits =
        event.newItems().stream().collect(Collectors.toMap(OpenItem::id, Function.identity()));
    return PostingFact.of(posting, row.by(), credits::get);
  }

  private PostingRow row(Actor actor, Posting posting) {
    PostingRow row = new PostingRow();
    row.id = ids.next();
    row.booksId = actor.booksId();
    row.postingYear = posting.number().year();
    row.postingNumber = posting.number().number();
    row.kind = posting.kind();
    row.postingDate = posting.date();
    row.postedAt = clock.instant().truncatedTo(ChronoUnit.MILLIS);
    row.actor = actor.name();
    row.actorKind = actor.kind();
    row.moneyInId =
        posting.tape().flatMap(t -> t.money().moneyIn()).map(m -> m.id().number()).orElse(null);
    row.turnsBackId = posting.turnsBack().map(n -> idOf(actor.booksId(), n)).orElse(null);
    return row;
  }

  private long idOf(long booksId, PostingNumber number) {
    return entities
        .createQuery(
            """
            select id from PostingRow
            where booksId = :b and postingYear = :y and postingNumber = :n
            """,
            Long.class)
        .setParameter("b", booksId)
        .setParameter("y", number.year())
        .setParameter("n", number.number())
        .getSingleResult();
  }

  private void storeLines(long booksId, long postingId, Posting posting) {
    List<JournalLineRow> journal = new ArrayList<>();
    for (JournalLine line : posting.entry().lines()) {
      journal.add(JournalLineRow.of(booksId, postingId, journal.size() + 1, line));
    }
    List<TapeLineRow> tape = new ArrayList<>();
    for (TapeLine line : posting.tape().map(Tape::lines).orElse(List.of())) {
      tape.add(TapeLineRow.of(postingId, tape.size() + 1, posting.tape().get(), line));
    }
    List<ItemMovementRow> movements = new ArrayList<>();
    for (ItemMovement movement : posting.movements()) {
      movements.add(ItemMovementRow.of(postingId, movements.size() + 1, movement));
    }
    bulk.insert(journal);
    bulk.insert(tape);
    bulk.insert(posting.tie().map(t -> TiePartRow.of(postingId, t)).orElse(List.of()));
    bulk.insert(posting.takings().map(t -> TakingsPartRow.of(postingId, t)).orElse(List.of()));
    bulk.insert(posting.slip().map(s -> SlipPartRow.of(postingId, s)).orElse(List.of()));
    bulk.insert(posting.payout().map(p -> PayoutPartRow.of(postingId, p)).orElse(List.of()));
    bulk.insert(movements);
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
