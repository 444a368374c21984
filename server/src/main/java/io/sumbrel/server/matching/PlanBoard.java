package io.sumbrel.server.matching;

import io.sumbrel.core.deposit.Recorded;
import io.sumbrel.core.matching.Plan;
import io.sumbrel.core.matching.Planner;
import io.sumbrel.core.matching.problem.MatchingProblem;
import io.sumbrel.core.matching.problem.RememberedPayers;
import io.sumbrel.core.matching.ways.Budgets;
import io.sumbrel.core.matching.weights.Weights;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.party.Customer;
import io.sumbrel.core.posting.PostingNumber;
import io.sumbrel.core.proof.AuditLine;
import io.sumbrel.core.receipt.MoneyIn;
import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.core.receipt.PastPayment;
import io.sumbrel.core.rules.HouseRules;
import io.sumbrel.server.audit.AuditRecord;
import io.sumbrel.server.audit.BooksChanged;
import io.sumbrel.server.books.Houses;
import io.sumbrel.server.deposit.WaitingForTie;
import io.sumbrel.server.ledger.Claims;
import io.sumbrel.server.ledger.Explanations;
import io.sumbrel.server.ledger.Ledger;
import io.sumbrel.server.openitem.Items;
import io.sumbrel.server.party.Customers;
import io.sumbrel.server.persistence.OneMoment;
import io.sumbrel.server.receipt.MoneyLine;
import io.sumbrel.server.receipt.MoneyLines;
import io.sumbrel.server.rules.Rules;
import jakarta.annotation.PreDestroy;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;
import org.springframework.transaction.event.TransactionalEventListener;
import org.springframework.transaction.support.TransactionSynchronizationManager;

/**
 * The plan over the pile. Whenever an act is committed, what it touches is planned anew in the
 * background; whoever asks before that is done waits for it. Nobody waits inside a transaction: the
 * planner needs a connection to read, and those who wait would hold them all.
 */
@Component
public class PlanBoard {
  private static final Logger LOG = LoggerFactory.getLogger(PlanBoard.class);

  /** With more items changed since the indexes were built, these are built anew. */
  private static final int MOST_CHANGES = 500;

  private static final Comparator<MoneyLine> IN_ORDER =
      Comparator.comparing((MoneyLine l) -> l.moneyIn().bookingDate())
          .thenComparing(l -> l.moneyIn().id().number());

  /** Acts that move items, and change nothing else of what a plan is made from. */
  private static final Set<String> ONLY_MOVING = Set.of(Ledger.TAPE_POSTED, Ledger.TURNED_BACK);

  /** Acts of which no plan is made. */
  private static final Set<String> CHANGING_NOTHING =
      Set.of("month-closed", "month-reopened", "second-person-asked", "sent-back", "file-dropped");

  private final AuditRecord audit;
  private final MoneyLines moneyLines;
  private final WaitingForTie waitingForTie;
  private final Claims claims;
  private final Items items;
  private final Explanations explanations;
  private final Customers customers;
  private final Rules rules;
  private final PastPayments pastPayments;
  private final Decisions decisions;
  private final HouseWeights weights;
  private final Houses books;
  private final Budgets budgets;
  private final ExecutorService background = Executors.newSingleThreadExecutor();
  private final Map<Long, Board> boards = new ConcurrentHashMap<>();
  private final Map<Long, Object> planning = new ConcurrentHashMap<>();
  private final OneMoment oneMoment;
  private volatile boolean stopping;

  PlanBoard(
      AuditRecord audit,
      MoneyLines moneyLines,
      WaitingForTie waitingForTie,
      Claims claims,
      Items items,
      Explanations explanations,
      Customers customers,
      Rules rules,
      PastPayments pastPayments,
      Decisions decisions,
      HouseWeights weights,
      Houses books,
      OneMoment oneMoment,
      @Value("${sumbrel.matching.set-steps}") long setSteps,
      @Value("${sumbrel.matching.plan-nodes}") int planNodes) {
    this.audit = audit;
    this.moneyLines = moneyLines;
    this.waitingForTie = waitingForTie;
    this.claims = claims;
    this.items = items;
    this.explanations = explanations;
    this.customers = customers;
    this.rules = rules;
    this.pastPayments = pastPayments;
    this.decisions = decisions;
    this.weights = weights;
    this.books = books;
    this.budgets = new Budgets(setSteps, planNodes);
    this.oneMoment = oneMoment;
  }

  /**
   * A plan and what it was made from.
   *
   * @param feedNumber the newest line of the record that it knows
   * @param pile money not yet explained, in the order of booking
   * @param basis what the problem was built from, besides items and pile
   * @param decided what was placed by then and stands
   */
  public record Board(
      long feedNumber,
      List<MoneyLine> pile,
      Basis basis,
      Decided decided,
      MatchingProblem problem,
      Plan plan,
      Map<MoneyInId, Plan.Row> rows) {}

  /**
   * What changes seldom, and then everything with it.
   *
   * @param past a number for the state of the past payments, which come and go with their files
   */
  record Basis(
      List<Customer> customers,
      long past,
      List<Recorded> recorded,
      HouseRules rules,
      Weights weights) {}

  /**
   * The plan, at least as new as the record is now.
   *
   * @throws IllegalStateException inside a transaction
   */
  public Board board(long booksId) {
    if (TransactionSynchronizationManager.isActualTransactionActive()) {
      throw new IllegalStateException("a plan is waited for inside a transaction");
    }
    long newest = audit.lastNumber(booksId);
    Board known = boards.get(booksId);
    return known != null && known.feedNumber >= newest ? known : madeAnew(booksId, newest);
  }

  /** One at a time; what came meanwhile is planned with it, so those who waited find it done. */
  private Board madeAnew(long booksId, long newest) {
    synchronized (planning.computeIfAbsent(booksId, id -> new Object())) {
      Board known = boards.get(booksId);
      if (known != null && known.feedNumber >= newest) {
        return known;
      }
      Board made = made(booksId, Optional.ofNullable(known));
      boards.put(booksId, made);
      return made;
    }
  }

  /**
   * What the plan said of a sum when somebody decided it; what is just being planned anew is not
   * waited for.
   */
  public Optional<Said> said(long booksId, MoneyInId id) {
    Board known = boards.get(booksId);
    Board board = known != null && known.rows.containsKey(id) ? known : board(booksId);
    return Optional.ofNullable(board.rows.get(id)).map(row -> new Said(board.problem, row));
  }

  /** A row of a plan with the problem that it answers. */
  public record Said(MatchingProblem problem, Plan.Row row) {}

  /** Whoever comes first after a start finds the plan begun. */
  @EventListener(ApplicationReadyEvent.class)
  void planAtStart() {
    books.all().forEach(id -> background.execute(() -> planQuietly(id)));
  }

  @TransactionalEventListener
  void planAnew(BooksChanged changed) {
    if (boards.containsKey(changed.booksId())) {
      background.execute(() -> planQuietly(changed.booksId()));
    }
  }

  /** Whoever asks plans it, and hears what is wrong. */
  private void planQuietly(long booksId) {
    if (stopping) {
      return;
    }
    try {
      board(booksId);
    } catch (RuntimeException e) {
      if (!stopping) {
        LOG.warn("not planned in the background: {}", e.getMessage());
      }
    }
  }

  /** A thread that reads is not interrupted: the embedded database would lose its file by it. */
  @PreDestroy
  void stop() {
    stopping = true;
    background.shutdown();
  }

  /**
   * What a plan is made from, as of one moment.
   *
   * @param decided what it changes of what was decided
   * @param moved the items that may have changed since a board was made; empty where everything is
   *     read
   * @param candidates every item that may be meant, where everything is read
   */
  private record Reading(
      long feedNumber,
      List<MoneyLine> pile,
      Basis basis,
      Decided.Change decided,
      Optional<Collection<OpenItem>> moved,
      List<OpenItem> candidates,
      List<PastPayment> past) {
    List<MoneyIn> money() {
      return pile.stream().map(MoneyLine::moneyIn).toList();
    }
  }

  private Board made(long booksId, Optional<Board> before) {
    Reading reading = oneMoment.read(() -> read(booksId, before));
    Decided decided = before.map(Board::decided).orElseGet(Decided::new);
    Optional<MatchingProblem> changed =
        reading.moved.flatMap(
            items ->
                before
                    .get()
                    .problem
                    .with(reading.money(), items, reading.decided.come(), reading.decided.gone()));
    MatchingProblem problem =
        changed.orElseGet(
            () ->
                problem(
                    reading.moved.isEmpty()
                        ? reading
                        : oneMoment.read(() -> withEverything(booksId, reading)),
                    decided));
    Plan plan =
        changed.isPresent()
            ? Planner.replan(before.get().plan, problem)
            : Planner.plan(
                problem,
                reading.basis.weights,
                budgets,
                Runtime.getRuntime().availableProcessors());
    Map<MoneyInId, Plan.Row> rows = new HashMap<>();
    plan.rows().forEach(r -> rows.put(r.moneyIn(), r));
    decided.apply(reading.decided);
    return new Board(reading.feedNumber, reading.pile, reading.basis, decided, problem, plan, rows);
  }

  private Reading read(long booksId, Optional<Board> before) {
    if (before.isEmpty()) {
      return readAll(booksId, before, new Decided().toAll(decisions.all(booksId)));
    }
    List<AuditLine> since =
        audit.linesAfter(booksId, before.get().feedNumber).stream()
            .filter(l -> !CHANGING_NOTHING.contains(l.act().name()))
            .toList();
    List<PostingNumber> moving =
        since.stream()
            .filter(PlanBoard::onlyMoves)
            .map(l -> PostingNumber.parse(l.act().subject()))
            .toList();
    Explanations.Effects touched = explanations.effectsOf(booksId, moving);
    return since.stream().allMatch(PlanBoard::onlyMoves)
        ? readChanges(booksId, before.get(), touched)
        : readAll(booksId, before, decided(booksId, before.get(), touched));
  }

  private static boolean onlyMoves(AuditLine line) {
    return ONLY_MOVING.contains(line.act().name());
  }

  private Decided.Change decided(long booksId, Board before, Explanations.Effects touched) {
    return before.decided.to(touched.tapes(), decisions.among(booksId, touched.tapes()));
  }

  /** Only tapes were posted and turned back since: no more is read than what they touched. */
  private Reading readChanges(long booksId, Board before, Explanations.Effects touched) {
    Set<MoneyInId> claimed = claims.among(touched.money());
    Set<MoneyInId> known = new HashSet<>();
    List<MoneyLine> pile = new ArrayList<>();
    for (MoneyLine line : before.pile) {
      known.add(line.moneyIn().id());
      if (!claimed.contains(line.moneyIn().id())) {
        pile.add(line);
      }
    }
    List<MoneyInId> again =
        touched.money().stream().filter(m -> !claimed.contains(m) && !known.contains(m)).toList();
    if (!again.isEmpty()) {
      pile.addAll(moneyLines.some(booksId, again));
      pile.sort(IN_ORDER);
    }
    Basis basis =
        new Basis(
            before.basis.customers,
            before.basis.past,
            waitingForTie.recorded(booksId),
            before.basis.rules,
            before.basis.weights);
    boolean goesOn = before.basis.equals(basis) && before.problem.changes() < MOST_CHANGES;
    return new Reading(
        audit.lastNumber(booksId),
        pile,
        basis,
        decided(booksId, before, touched),
        goesOn ? Optional.of(items.find(booksId, touched.items()).values()) : Optional.empty(),
        goesOn ? List.of() : candidates(booksId, basis),
        goesOn ? List.of() : pastPayments.all(booksId));
  }

  /** Decisions are many, and only postings change them. */
  private Reading readAll(long booksId, Optional<Board> before, Decided.Change decided) {
    long feedNumber = audit.lastNumber(booksId);
    Basis basis =
        new Basis(
            customers.all(booksId),
            pastPayments.newest(booksId),
            waitingForTie.recorded(booksId),
            rules.of(booksId),
            weights.of(booksId));
    boolean goesOn =
        before.filter(b -> b.basis.equals(basis) && b.problem.changes() < MOST_CHANGES).isPresent();
    return new Reading(
        feedNumber,
        moneyLines.pile(booksId),
        basis,
        decided,
        goesOn ? Optional.of(items.all(booksId)) : Optional.empty(),
        goesOn ? List.of() : candidates(booksId, basis),
        goesOn ? List.of() : pastPayments.all(booksId));
  }

  /** Where the indexes cannot take a change up: they are built anew of all items. */
  private Reading withEverything(long booksId, Reading changes) {
    return new Reading(
        changes.feedNumber,
        changes.pile,
        changes.basis,
        changes.decided,
        Optional.empty(),
        candidates(booksId, changes.basis),
        pastPayments.all(booksId));
  }

  /** What is open, and what was settled within the look-back. */
  private List<OpenItem> candidates(long booksId, Basis basis) {
    LocalDate from = books.businessDate(booksId).minusMonths(basis.rules.limits().lookBackMonths());
    return items.openOrAfter(booksId, from);
  }

  private static MatchingProblem problem(Reading reading, Decided decided) {
    List<PastPayment> past = new ArrayList<>(reading.past);
    past.addAll(decided.with(reading.decided));
    Basis basis = reading.basis;
    RememberedPayers remembered = RememberedPayers.of(past, basis.customers, reading.candidates);
    return MatchingProblem.of(
        reading.money(),
        reading.candidates,
        basis.customers,
        remembered,
        basis.recorded,
        basis.rules);
  }
}
