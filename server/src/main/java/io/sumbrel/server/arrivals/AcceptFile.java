package io.sumbrel.server.arrivals;

import io.sumbrel.core.bank.Balance;
import io.sumbrel.core.bank.BankStatement;
import io.sumbrel.core.bank.Continuation;
import io.sumbrel.core.bank.StatementEntry;
import io.sumbrel.core.openitem.ListChoice;
import io.sumbrel.core.openitem.ListScope;
import io.sumbrel.formats.FileKind;
import io.sumbrel.server.audit.AuditRecord;
import io.sumbrel.server.books.BooksNames;
import io.sumbrel.server.books.Months;
import io.sumbrel.server.deposit.WaitingForTie;
import io.sumbrel.server.people.Actor;
import io.sumbrel.server.persistence.Column;
import io.sumbrel.server.persistence.RowIds;
import jakarta.persistence.EntityManager;
import java.time.Clock;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Takes a waiting file in, whole or not at all. */
@Component
public class AcceptFile {
  private static final int CHUNK = 1_000;

  private final EntityManager entities;
  private final RowIds ids;
  private final Clock clock;
  private final AuditRecord audit;
  private final FileStore store;
  private final StatementChain chain;
  private final ArrivedFiles files;
  private final ReadOpenItems openItems;
  private final BooksNames books;
  private final ImportProgress progress;
  private final DetailBatches detailBatches;
  private final AcceptDeposits acceptDeposits;
  private final PastPayments pastPayments;
  private final WaitingForTie waiting;
  private final BulkRows bulk;
  private final BringIn bringIn;
  private final MoneyLines moneyLines;
  private final Months months;

  AcceptFile(
      EntityManager entities,
      RowIds ids,
      Clock clock,
      AuditRecord audit,
      FileStore store,
      StatementChain chain,
      ArrivedFiles files,
      ReadOpenItems openItems,
      BooksNames books,
      ImportProgress progress,
      DetailBatches detailBatches,
      AcceptDeposits acceptDeposits,
      PastPayments pastPayments,
      WaitingForTie waiting,
      BulkRows bulk,
      BringIn bringIn,
      MoneyLines moneyLines,
      Months months) {
    this.entities = entities;
    this.ids = ids;
    this.clock = clock;
    this.audit = audit;
    this.store = store;
    this.chain = chain;
    this.files = files;
    this.openItems = openItems;
    this.books = books;
    this.progress = progress;
    this.detailBatches = detailBatches;
    this.acceptDeposits = acceptDeposits;
    this.pastPayments = pastPayments;
    this.waiting = waiting;
    this.bulk = bulk;
    this.bringIn = bringIn;
    this.moneyLines = moneyLines;
    this.months = months;
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
    ArrivedFile file = files.read(actor.booksId(), store.original(row.hash), row.csvLayoutId);
    row.decide(ArrivalState.ACCEPTED, actor.name(), clock.instant());
    row.refusal = "";
    switch (file.kind().use()) {
      case OPEN_ITEMS -> {
        // one document is no list of everything that is open
        boolean one = file.kind() == FileKind.UBL;
        openItems.read(
            actor,
            row,
            file.items().orElseThrow(),
            one ? new Acceptance(ListScope.CHANGES_ONLY, how.choices()) : how);
      }
      case DETAIL -> {
        lockAccounts(statementAccounts(actor, file));
        detailBatches.store(actor, row, file);
      }
      case DEPOSITS, BROUGHT_FORWARD -> {
        lockAccounts(
            file.deposits().stream().map(b -> acceptDeposits.account(actor.booksId(), b).id()));
        acceptDeposits.store(actor, row, file);
      }
      case PAST_PAYMENTS -> pastPayments.store(actor, row, file.past());
      case STATEMENT -> storeStatements(actor, row, file);
      case INFORMATION -> throw new IllegalStateException("accepted: " + row.fileName);
    }
    bringIn.lookAgain(actor.booksId());
    requireStillOpen(actor, row, file);
    audit.append(
        actor, "file-accepted", row.fileName, row.title + ", " + row.statedCount + " lines");
    return row.toView(file.statements().isEmpty() ? 0 : row.acceptedCount);
  }

  /** A month may have been closed since the file was looked at. */
  private void requireStillOpen(Actor actor, ArrivalRow row, ArrivedFile file) {
    if (file.kind().use() == FileKind.Use.STATEMENT || file.kind().use() == FileKind.Use.DEPOSITS) {
      entities.flush();
      moneyLines.earliestOf(row.id).ifPresent(d -> months.requireStillOpen(actor.booksId(), d));
    }
  }

  private void storeStatements(Actor actor, ArrivalRow row, ArrivedFile file) {
    lockAccounts(statementAccounts(actor, file));
    progress.begins(row);
    try {
      Map<StatementEntry, Integer> ordinals = file.ordinals();
      chain.links(actor.booksId(), file.statements()).forEach(l -> store(actor, row, l, ordinals));
      statementAccounts(actor, file).distinct().forEach(waiting::settle);
    } finally {
      progress.ends(row);
    }
  }

  private Stream<Long> statementAccounts(Actor actor, ArrivedFile file) {
    return file.statements().stream().map(s -> chain.account(actor.booksId(), s).id());
  }

  /** One import at a time for each account. */
  private void lockAccounts(Stream<Long> accounts) {
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

  private void store(
      Actor actor,
      ArrivalRow arrival,
      StatementChain.Link link,
      Map<StatementEntry, Integer> ordinals) {
    BankStatement statement = link.statement();
    StatementRow row = new StatementRow();
    row.id = ids.next();
    row.bankAccountId = link.account().id();
    row.arrivalId = arrival.id;
    row.sequenceNumber = chain.statementsOf(link.account()) + 1;
    row.number = Column.cut(statement.number(), 60);
    row.closingDate = StatementChain.lastDay(statement, books.businessDate(actor.booksId()));
    row.openingDate = statement.frame().opening().map(Balance::date).orElse(row.closingDate);
    if (statement.frame().hasBalances()) {
      row.openingMinor = statement.frame().opening().get().minor();
      row.closingMinor = statement.frame().closing().get().minor();
    }
    row.entryCount = (int) statement.bookedCount();
    entities.persist(row);
    entities.flush();
    Continuation reading = link.reading();
    List<MoneyInRow> rows = new ArrayList<>();
    reading.fresh().forEach(e -> rows.add(moneyIn(actor, row, e, link, Standing.COUNTS)));
    reading.held().forEach(e -> rows.add(moneyIn(actor, row, e, link, Standing.HELD)));
    List<StatementEntry> taken = new ArrayList<>(reading.fresh());
    taken.addAll(reading.held());
    for (int i = 0; i < rows.size(); i++) {
      rows.get(i).ordinal = ordinals.get(taken.get(i));
    }
    insert(arrival, rows);
    arrival.acceptedCount += reading.fresh().size();
    arrival.heldCount += reading.held().size();
    arrival.knownCount += reading.known().size();
    arrival.knownMinor += reading.known().stream().mapToLong(StatementEntry::amountMinor).sum();
  }

  private static MoneyInRow moneyIn(
      Actor actor,
      StatementRow statement,
      StatementEntry entry,
      StatementChain.Link link,
      Standing standing) {
    MoneyInRow money = MoneyInRow.of(entry, link.statement().currency(), standing);
    money.booksId = actor.booksId();
    money.bankAccountId = link.account().id();
    money.statementId = statement.id;
    money.arrivalId = statement.arrivalId;
    return money;
  }

  /** Reversals last: what they take back may stand in the same statement. */
  private void insert(ArrivalRow arrival, List<MoneyInRow> rows) {
    rows.forEach(r -> r.id = ids.next());
    Map<Boolean, List<MoneyInRow>> byReversal =
        rows.stream().collect(Collectors.partitioningBy(r -> r.originalReference != null));
    insertInChunks(arrival, byReversal.get(false));
    byReversal.get(true).forEach(r -> r.reversesId = original(r));
    insertInChunks(arrival, byReversal.get(true));
  }

  private void insertInChunks(ArrivalRow arrival, List<MoneyInRow> rows) {
    for (int from = 0; from < rows.size(); from += CHUNK) {
      int to = Math.min(rows.size(), from + CHUNK);
      bulk.insert(rows.subList(from, to));
      progress.stored(arrival, to - from);
    }
  }

  /** The booking that a reversal takes back, where exactly one fits by reference or by amount. */
  private Long original(MoneyInRow reversal) {
    List<MoneyInRow> opposite =
        entities
            .createQuery(
                """
                from MoneyInRow where bankAccountId = :a and amountMinor = :m and bookingDate <= :d
                """,
                MoneyInRow.class)
            .setParameter("a", reversal.bankAccountId)
            .setParameter("m", -reversal.amountMinor)
            .setParameter("d", reversal.bookingDate)
            .getResultList();
    String reference = reversal.originalReference;
    List<MoneyInRow> named =
        opposite.stream()
            .filter(
                m ->
                    reference.isEmpty()
                        || m.bankReference.equals(reference)
                        || m.bankText.contains(reference))
            .toList();
    return named.size() == 1 ? named.get(0).id : null;
  }
}
