package io.sumbrel.server.arrivals;

import io.sumbrel.core.bank.BankStatement;
import io.sumbrel.core.bank.BatchDetail;
import io.sumbrel.core.openitem.ListedItem;
import io.sumbrel.core.openitem.OpenItemList;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.core.takings.TillReport;
import io.sumbrel.formats.FileKind;
import io.sumbrel.server.audit.AuditRecord;
import io.sumbrel.server.bank.StatementChain;
import io.sumbrel.server.layout.CsvLayouts;
import io.sumbrel.server.people.Actor;
import io.sumbrel.server.persistence.Column;
import io.sumbrel.server.persistence.FileStore;
import io.sumbrel.server.persistence.RowIds;
import io.sumbrel.server.persistence.StoredFile;
import jakarta.persistence.EntityManager;
import java.io.InputStream;
import java.time.Clock;
import java.time.temporal.ChronoUnit;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;

/** A file comes in: it is read and shown, and counts nowhere until somebody accepts it. */
@Component
public class BringIn {
  /** Why a file cannot be accepted yet: what it waits for may come, or go. */
  private static final Set<String> MAY_CHANGE =
      Set.of("gap", "explained", "overlaps", "twice", "read-as-statement", "read-by-payouts");

  private final EntityManager entities;
  private final RowIds ids;
  private final Clock clock;
  private final AuditRecord audit;
  private final FileStore store;
  private final StatementChain chain;
  private final ArrivedFiles files;
  private final AcceptDeposits acceptDeposits;
  private final TakeTakings takeTakings;
  private final DateBounds dateBounds;
  private final TransactionTemplate inOneAct;

  BringIn(
      EntityManager entities,
      RowIds ids,
      Clock clock,
      AuditRecord audit,
      FileStore store,
      StatementChain chain,
      ArrivedFiles files,
      AcceptDeposits acceptDeposits,
      TakeTakings takeTakings,
      DateBounds dateBounds,
      PlatformTransactionManager transactions) {
    this.entities = entities;
    this.ids = ids;
    this.clock = clock;
    this.audit = audit;
    this.store = store;
    this.chain = chain;
    this.files = files;
    this.acceptDeposits = acceptDeposits;
    this.takeTakings = takeTakings;
    this.dateBounds = dateBounds;
    this.inOneAct = new TransactionTemplate(transactions);
  }

  /**
   * Reads a file. One that cannot be taken in is listed as refused with its sentence, and its bytes
   * are not kept.
   *
   * @throws Refusal {@code too-large}, {@code same-file} with when and by whom
   */
  public ArrivalView bringIn(Actor actor, String fileName, InputStream content) {
    StoredFile received = store.receive(content, FileStore.MOST_MEGABYTES);
    try {
      return inOneAct.execute(t -> taken(actor, fileName, received));
    } finally {
      received.discard();
    }
  }

  private ArrivalView taken(Actor actor, String fileName, StoredFile received) {
    requireNew(actor.booksId(), received.hash());
    ArrivalRow row = row(actor, fileName, received);
    try {
      read(row, received);
    } catch (Refusal e) {
      row.refusal = e.getMessage();
      row.state = ArrivalState.REFUSED;
    }
    if (row.state.isGone()) {
      row.decide(row.state, actor.name(), row.arrivedAt);
    } else {
      row.liveHash = received.hash();
      store.keep(received);
    }
    row.refusal = Column.cut(row.refusal, 2000);
    entities.persist(row);
    audit.append(
        actor,
        "file-" + row.state.name().toLowerCase(Locale.ROOT),
        row.fileName,
        row.title + row.refusal);
    return row.toView(0);
  }

  /**
   * Reads what a row is about. A statement before which another is missing may wait for it; one of
   * which everything is read already is known.
   *
   * @throws Refusal when the file cannot be taken in
   */
  void read(ArrivalRow row, StoredFile original) {
    FileKind kind = files.kindOf(original);
    row.kind = kind.name();
    row.asksAccount = false;
    row.waitsForEarlier = false;
    if (row.csvLayoutId == null) {
      row.csvLayoutId =
          files
              .layoutOf(row.booksId, original, kind, row.fileName)
              .map(CsvLayouts.Stored::id)
              .orElse(null);
    }
    Optional<ArrivedFiles.Unsaid> unsaid =
        files.unsaid(row.booksId, original, kind, row.csvLayoutId);
    if (unsaid.isPresent()) {
      row.title = unsaid.get().title();
      row.notes = Column.cut(unsaid.get().sentence(), 4000);
      row.state = ArrivalState.LAYOUT;
      return;
    }
    ArrivedFile file = files.read(row.booksId, original, row.csvLayoutId);
    row.kind = file.kind().name();
    file.items().ifPresent(ReadOpenItems::requireFits);
    row.notes = Column.cut(file.notes(), 4000);
    try {
      describe(row, file);
    } catch (Refusal e) {
      if (!e.code().equals("which-account")) {
        throw e;
      }
      row.asksAccount = true;
      row.title = "An account that may be one of several";
      row.notes = Column.cut(e.getMessage(), 4000);
      row.refusal = "";
      row.state = ArrivalState.LAYOUT;
      return;
    }
    row.firstDay = file.firstDay().orElse(null);
    row.refusal = "";
    row.state = ArrivalState.WAITING;
    dateBounds.require(row.booksId, file);
    if (file.kind().use() == FileKind.Use.INFORMATION) {
      row.state = ArrivalState.INFORMATION;
      return;
    }
    try {
      if (file.kind().use() == FileKind.Use.STATEMENT) {
        nameRepeated(row, chain.links(row.booksId, file.statements()));
        acceptDeposits.requireReadOnce(row.booksId, file);
      }
      acceptDeposits.require(row.booksId, file, Optional.ofNullable(row.csvLayoutId));
      takeTakings.require(row.booksId, file.tills());
    } catch (Refusal e) {
      boolean known = e.code().equals("known-already");
      if (!known && !MAY_CHANGE.contains(e.code())) {
        throw e;
      }
      row.state = known ? ArrivalState.KNOWN : ArrivalState.WAITING;
      row.refusal = e.getMessage();
      row.waitsForEarlier = e.code().equals("gap");
    }
  }

  private static void nameRepeated(ArrivalRow row, List<StatementChain.Link> links) {
    List<String> numbers =
        links.stream()
            .filter(StatementChain.Link::isRepeated)
            .map(l -> l.statement().number())
            .toList();
    if (!numbers.isEmpty()) {
      String note =
          (numbers.size() == 1
                  ? "Statement %s is known already and is not taken in again."
                  : "Statements %s are known already and are not taken in again.")
              .formatted(String.join(", ", numbers));
      row.notes = Column.cut((row.notes + "\n" + note).strip(), 4000);
    }
  }

  /** Looks again at files that could not be accepted yet: what they waited for may have come. */
  @Transactional(propagation = Propagation.MANDATORY)
  void lookAgain(long booksId) {
    List<ArrivalRow> waiting =
        entities
            .createQuery(
                "from ArrivalRow where booksId = :b and state = WAITING and refusal <> '' order by id",
                ArrivalRow.class)
            .setParameter("b", booksId)
            .getResultList();
    for (ArrivalRow row : waiting) {
      try {
        read(row, store.file(row.hash));
      } catch (Refusal e) {
        row.refusal = e.getMessage();
      }
      if (row.state == ArrivalState.KNOWN) {
        row.decide(row.state, row.arrivedBy, clock.instant());
      }
    }
  }

  private void requireNew(long booksId, String hash) {
    List<ArrivalRow> same =
        entities
            .createQuery("from ArrivalRow where booksId = :b and liveHash = :h", ArrivalRow.class)
            .setParameter("b", booksId)
            .setParameter("h", hash)
            .getResultList();
    if (!same.isEmpty()) {
      ArrivalRow first = same.get(0);
      throw new Refusal(
          "same-file",
          "This very file was brought in on %s UTC by %s, as %s."
              .formatted(
                  first
                      .arrivedAt
                      .truncatedTo(ChronoUnit.MINUTES)
                      .toString()
                      .replaceAll("[TZ]", " ")
                      .strip(),
                  first.arrivedBy,
                  first.fileName));
    }
  }

  private ArrivalRow row(Actor actor, String fileName, StoredFile received) {
    ArrivalRow row = new ArrivalRow();
    row.id = ids.next();
    row.booksId = actor.booksId();
    row.fileName = safeName(fileName);
    row.hash = received.hash();
    row.sizeBytes = received.size();
    row.state = ArrivalState.WAITING;
    row.arrivedAt = clock.instant().truncatedTo(ChronoUnit.MILLIS);
    row.arrivedBy = actor.name();
    return row;
  }

  /** The last part of a path, without control characters: it is shown, never opened. */
  private static String safeName(String fileName) {
    String last =
        fileName.substring(Math.max(fileName.lastIndexOf('/'), fileName.lastIndexOf('\\')) + 1);
    String clean = last.replaceAll("\\p{Cntrl}", "").strip();
    return clean.isEmpty() ? "unnamed" : Column.cut(clean, 200);
  }

  private void describe(ArrivalRow row, ArrivedFile file) {
    if (file.items().isPresent()) {
      OpenItemList list = file.items().get();
      row.title =
          file.kind().isDocument()
              ? cut(list.items().get(0).kind().words() + " " + list.items().get(0).number())
              : "Open items";
      row.statedCount = list.items().size();
      row.statedMinor = list.items().stream().mapToLong(ListedItem::openMinor).sum();
      List<String> currencies =
          list.items().stream().map(i -> i.currency().getCurrencyCode()).distinct().toList();
      row.currency = currencies.size() == 1 ? currencies.get(0) : "";
      return;
    }
    if (!file.tills().isEmpty()) {
      describeTills(row, file);
      return;
    }
    if (file.rowCount() > 0) {
      describeRows(row, file);
      return;
    }
    List<BankStatement> statements = file.statements();
    boolean isDetail = file.kind().use() == FileKind.Use.DETAIL;
    row.title = titleOf(file);
    row.account =
        cut(
            statements.stream()
                .map(s -> chain.account(row.booksId, s).shortName())
                .distinct()
                .collect(Collectors.joining(", ")));
    row.currency = statements.get(0).currency().getCurrencyCode();
    row.statedCount = (int) statements.stream().mapToLong(BankStatement::bookedCount).sum();
    row.statedMinor = statements.stream().mapToLong(BankStatement::movedMinor).sum();
    if (isDetail) {
      List<BatchDetail> batches = detailsOf(statements);
      row.statedCount = batches.stream().mapToInt(b -> b.parts().size()).sum();
      row.statedMinor = batches.stream().mapToLong(BatchDetail::amountMinor).sum();
    }
  }

  private void describeRows(ArrivalRow row, ArrivedFile file) {
    row.title = titleOfRows(file);
    row.account =
        cut(
            file.deposits().stream()
                .map(b -> acceptDeposits.account(row.booksId, b).shortName())
                .distinct()
                .collect(Collectors.joining(", ")));
    row.currency = file.rowsCurrency();
    row.statedCount = file.rowCount();
    row.statedMinor = file.rowsMinor();
  }

  private void describeTills(ArrivalRow row, ArrivedFile file) {
    List<Long> kept = takeTakings.amounts(row.booksId, file.tills());
    row.title = cut(file.tills().stream().map(TillReport::words).collect(Collectors.joining("; ")));
    row.currency = file.rowsCurrency();
    row.statedCount = kept.size();
    row.statedMinor = kept.stream().mapToLong(Long::longValue).sum();
  }

  private static String titleOfRows(ArrivedFile file) {
    return switch (file.kind().use()) {
      case BROUGHT_FORWARD -> "Receipts brought forward";
      case PAST_PAYMENTS -> "Past payments";
      default -> {
        String references =
            file.deposits().stream()
                .map(b -> b.deposit().reference())
                .collect(Collectors.joining(", "));
        String what = file.deposits().get(0).deposit().kind().words();
        yield cut(
            what.substring(0, 1).toUpperCase(Locale.ROOT) + what.substring(1) + " " + references);
      }
    };
  }

  private static List<BatchDetail> detailsOf(List<BankStatement> statements) {
    return statements.stream().flatMap(s -> BatchDetail.of(s).stream()).toList();
  }

  private static String titleOf(ArrivedFile file) {
    String numbers =
        file.statements().stream()
            .map(BankStatement::number)
            .filter(n -> !n.isEmpty())
            .collect(Collectors.joining(", "));
    String what =
        switch (file.kind().use()) {
          case INFORMATION -> "Report";
          case DETAIL -> "Details";
          default -> "Statement";
        };
    return cut((what + " " + numbers).strip());
  }

  private static String cut(String text) {
    return text.length() <= 400 ? text : Column.cut(text, 399) + "…";
  }

  /** Takes a waiting file out again; the same bytes may come once more. */
  @Transactional
  public void drop(Actor actor, long arrivalId) {
    ArrivalRow row = find(entities, actor.booksId(), arrivalId);
    if (row.state == ArrivalState.ACCEPTED || row.state.isGone()) {
      throw notWaiting(row);
    }
    row.decide(ArrivalState.DROPPED, actor.name(), clock.instant());
    audit.append(actor, "file-dropped", row.fileName, row.title);
  }

  /**
   * @throws Refusal {@code not-found}
   */
  static ArrivalRow find(EntityManager entities, long booksId, long arrivalId) {
    ArrivalRow row = entities.find(ArrivalRow.class, arrivalId);
    if (row == null || row.booksId != booksId) {
      throw new Refusal("not-found", "There is no such file.");
    }
    return row;
  }

  /**
   * @throws Refusal {@code not-found}, {@code not-waiting}
   */
  static ArrivalRow waiting(EntityManager entities, long booksId, long arrivalId) {
    ArrivalRow row = find(entities, booksId, arrivalId);
    if (row.state != ArrivalState.WAITING) {
      throw notWaiting(row);
    }
    return row;
  }

  private static Refusal notWaiting(ArrivalRow row) {
    String words =
        switch (row.state) {
          case LAYOUT -> "waits for somebody to name its columns";
          case INFORMATION -> "is shown for information only";
          default ->
              "was %s already, by %s"
                  .formatted(row.state.name().toLowerCase(Locale.ROOT), row.decidedBy);
        };
    return new Refusal("not-waiting", row.fileName + " " + words + ".");
  }
}
