package io.sumbrel.server.arrivals;

import io.sumbrel.core.bank.Continuation;
import io.sumbrel.core.bank.StatementEntry;
import io.sumbrel.core.openitem.ListChoice;
import io.sumbrel.core.openitem.ListScope;
import io.sumbrel.core.proof.Fact;
import io.sumbrel.formats.FileKind;
import io.sumbrel.server.audit.AuditRecord;
import io.sumbrel.server.bank.BankAccounts;
import io.sumbrel.server.bank.StatementChain;
import io.sumbrel.server.bank.Statements;
import io.sumbrel.server.books.Houses;
import io.sumbrel.server.deposit.WaitingForTie;
import io.sumbrel.server.matching.PastPayments;
import io.sumbrel.server.month.Months;
import io.sumbrel.server.openitem.ItemsHash;
import io.sumbrel.server.people.Actor;
import io.sumbrel.server.persistence.FileStore;
import io.sumbrel.server.receipt.MoneyIntake;
import io.sumbrel.server.receipt.MoneyLines;
import io.sumbrel.server.receipt.Standing;
import jakarta.persistence.EntityManager;
import java.time.Clock;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Takes a waiting file in, whole or not at all. */
@Component
public class AcceptFile {
  private final EntityManager entities;
  private final BankAccounts accounts;
  private final Clock clock;
  private final AuditRecord audit;
  private final FileStore store;
  private final StatementChain chain;
  private final ArrivedFiles files;
  private final ReadOpenItems openItems;
  private final Houses houses;
  private final ImportProgress progress;
  private final DetailBatches detailBatches;
  private final AcceptDeposits acceptDeposits;
  private final TakeTakings takeTakings;
  private final PastPayments pastPayments;
  private final WaitingForTie waiting;
  private final MoneyIntake intake;
  private final Statements statements;
  private final ArrivalFacts arrivalFacts;
  private final ItemsHash itemsHash;
  private final BringIn bringIn;
  private final MoneyLines moneyLines;
  private final Months months;

  AcceptFile(
      EntityManager entities,
      BankAccounts accounts,
      Clock clock,
      AuditRecord audit,
      FileStore store,
      StatementChain chain,
      ArrivedFiles files,
      ReadOpenItems openItems,
      Houses houses,
      ImportProgress progress,
      DetailBatches detailBatches,
      AcceptDeposits acceptDeposits,
      TakeTakings takeTakings,
      PastPayments pastPayments,
      WaitingForTie waiting,
      MoneyIntake intake,
      Statements statements,
      ArrivalFacts arrivalFacts,
      ItemsHash itemsHash,
      BringIn bringIn,
      MoneyLines moneyLines,
      Months months) {
    this.entities = entities;
    this.accounts = accounts;
    this.clock = clock;
    this.audit = audit;
    this.store = store;
    this.chain = chain;
    this.files = files;
    this.openItems = openItems;
    this.houses = houses;
    this.progress = progress;
    this.detailBatches = detailBatches;
    this.acceptDeposits = acceptDeposits;
    this.takeTakings = takeTakings;
    this.pastPayments = pastPayments;
    this.waiting = waiting;
    this.intake = intake;
    this.statements = statements;
    this.arrivalFacts = arrivalFacts;
    this.itemsHash = itemsHash;
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
    ArrivedFile file = files.read(actor.booksId(), store.file(row.hash), row.csvLayoutId);
    row.decide(ArrivalState.ACCEPTED, actor.name(), clock.instant());
    row.refusal = "";
    switch (file.kind().use()) {
      case OPEN_ITEMS -> {
        // one document is no list of everything that is open
        boolean one = file.kind().isDocument();
        openItems.read(
            actor,
            row,
            file.items().orElseThrow(),
            one ? new Acceptance(ListScope.CHANGES_ONLY, how.choices()) : how);
      }
      case DETAIL -> {
        accounts.lock(statementAccounts(actor, file));
        detailBatches.store(actor, row, file);
      }
      case DEPOSITS, BROUGHT_FORWARD -> {
        accounts.lock(
            file.deposits().stream().map(b -> acceptDeposits.account(actor.booksId(), b).id()));
        acceptDeposits.store(actor, row, file);
      }
      case PAST_PAYMENTS -> {
        pastPayments.store(actor.booksId(), row.id, file.past());
        row.acceptedCount = file.past().size();
      }
      case TAKINGS -> takeTakings.take(actor, row, file.tills());
      case STATEMENT -> storeStatements(actor, row, file);
      case INFORMATION, BY_HAND -> throw new IllegalStateException("accepted: " + row.fileName);
    }
    bringIn.lookAgain(actor.booksId());
    requireStillOpen(actor, row, file);
    List<Fact> facts = new ArrayList<>(List.of(arrivalFacts.of(row.id)));
    if (file.kind().use() == FileKind.Use.OPEN_ITEMS) {
      itemsHash.fact(actor.booksId()).ifPresent(facts::add);
    }
    audit.append(
        actor,
        "file-accepted",
        row.fileName,
        row.title + ", " + row.statedCount + " lines",
        facts.toArray(Fact[]::new));
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
    accounts.lock(statementAccounts(actor, file));
    acceptDeposits.requireReadOnce(actor.booksId(), file);
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

  private void store(
      Actor actor,
      ArrivalRow arrival,
      StatementChain.Link link,
      Map<StatementEntry, Integer> ordinals) {
    Continuation reading = link.reading();
    arrival.knownCount += reading.known().size();
    arrival.knownMinor += reading.known().stream().mapToLong(StatementEntry::amountMinor).sum();
    if (link.isRepeated()) {
      return;
    }
    long statementId = statements.keep(link, arrival.id, houses.businessDate(actor.booksId()));
    List<MoneyIntake.Entry> entries = new ArrayList<>();
    reading
        .fresh()
        .forEach(e -> entries.add(new MoneyIntake.Entry(e, ordinals.get(e), Standing.COUNTS)));
    reading
        .held()
        .forEach(e -> entries.add(new MoneyIntake.Entry(e, ordinals.get(e), Standing.HELD)));
    intake.entries(
        new MoneyIntake.Origin(actor.booksId(), arrival.id, link.account().id(), statementId),
        link.statement().currency(),
        entries,
        more -> progress.stored(arrival, more));
    arrival.acceptedCount += reading.fresh().size();
    arrival.heldCount += reading.held().size();
  }
}
