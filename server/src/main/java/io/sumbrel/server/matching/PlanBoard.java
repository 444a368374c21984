package io.sumbrel.server.matching;

import io.sumbrel.core.matching.Plan;
import io.sumbrel.core.matching.Planner;
import io.sumbrel.core.matching.problem.MatchingProblem;
import io.sumbrel.core.matching.problem.RememberedPayers;
import io.sumbrel.core.matching.ways.Budgets;
import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.core.receipt.PastPayment;
import io.sumbrel.core.usual.UsualAccounts;
import io.sumbrel.server.audit.AuditRecord;
import io.sumbrel.server.audit.BooksChanged;
import io.sumbrel.server.books.Houses;
import io.sumbrel.server.receipt.MoneyLine;
import jakarta.annotation.PreDestroy;
import java.time.Duration;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import java.util.stream.Collectors;
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

  /** An act that comes sooner than this after another one is one of many in a row. */
  private static final Duration BREATH = Duration.ofMillis(500);

  private final AuditRecord audit;
  private final Houses houses;
  private final PlanReader reader;
  private final UsualAccountsNow usualAccounts;
  private final Budgets budgets;
  private final ScheduledExecutorService background = Executors.newSingleThreadScheduledExecutor();

  /** Books for which a plan in the background is waited for. */
  private final Set<Long> waiting = ConcurrentHashMap.newKeySet();

  /** When the newest act came, on the clock of the machine. */
  private final Map<Long, Long> newestAct = new ConcurrentHashMap<>();

  private final Map<Long, Board> boards = new ConcurrentHashMap<>();
  private final Map<Long, Object> planning = new ConcurrentHashMap<>();
  private volatile boolean stopping;

  PlanBoard(
      AuditRecord audit,
      Houses houses,
      PlanReader reader,
      UsualAccountsNow usualAccounts,
      @Value("${sumbrel.matching.set-steps}") long setSteps,
      @Value("${sumbrel.matching.plan-nodes}") int planNodes) {
    this.audit = audit;
    this.houses = houses;
    this.reader = reader;
    this.usualAccounts = usualAccounts;
    this.budgets = new Budgets(setSteps, planNodes);
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
      PlanReader.Basis basis,
      Decided decided,
      MatchingProblem problem,
      Plan plan,
      Map<MoneyInId, Plan.Row> rows) {}

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
    return Optional.ofNullable(said(booksId, List.of(id)).get(id));
  }

  /** The same of several sums, all of one plan; those that it does not know are left out. */
  public Map<MoneyInId, Said> said(long booksId, List<MoneyInId> ids) {
    Board known = boards.get(booksId);
    Board board = known != null && known.rows.keySet().containsAll(ids) ? known : board(booksId);
    UsualAccounts usual = usualAccounts.of(booksId);
    return ids.stream()
        .distinct()
        .filter(board.rows::containsKey)
        .collect(
            Collectors.toMap(
                id -> id, id -> new Said(board.problem, board.pile, board.rows.get(id), usual)));
  }

  /**
   * A row of a plan with the problem that it answers and the pile in which it stood, and the
   * accounts that were usual then.
   */
  public record Said(
      MatchingProblem problem, List<MoneyLine> pile, Plan.Row row, UsualAccounts usual) {}

  /** Whoever comes first after a start finds the plan begun. */
  @EventListener(ApplicationReadyEvent.class)
  void planAtStart() {
    houses.all().forEach(id -> background.execute(() -> planQuietly(id)));
  }

  /**
   * At once after an act that stands alone; of many in a row when they end, since a plan made
   * between them is old at the next one, and whoever asks plans what is missing anyway.
   */
  @TransactionalEventListener
  void planAnew(BooksChanged changed) {
    long books = changed.booksId();
    if (!boards.containsKey(books)) {
      return;
    }
    long now = System.nanoTime();
    Long before = newestAct.put(books, now);
    if (!waiting.add(books)) {
      return;
    }
    if (before == null || now - before > BREATH.toNanos()) {
      background.execute(() -> planQuietly(books));
    } else {
      background.schedule(() -> planWhenQuiet(books), BREATH.toNanos(), TimeUnit.NANOSECONDS);
    }
  }

  private void planWhenQuiet(long booksId) {
    long left = newestAct.get(booksId) + BREATH.toNanos() - System.nanoTime();
    if (left <= 0 || stopping) {
      planQuietly(booksId);
    } else {
      background.schedule(() -> planWhenQuiet(booksId), left, TimeUnit.NANOSECONDS);
    }
  }

  /** Whoever asks plans it, and hears what is wrong. */
  private void planQuietly(long booksId) {
    waiting.remove(booksId);
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

  private Board made(long booksId, Optional<Board> before) {
    PlanReader.Read read =
        before.map(b -> reader.since(booksId, b)).orElseGet(() -> reader.first(booksId));
    Decided decided = before.map(Board::decided).orElseGet(Decided::new);
    Optional<MatchingProblem> changed =
        read.moved()
            .flatMap(
                items ->
                    before
                        .get()
                        .problem
                        .with(
                            read.money(),
                            items,
                            read.decided().come(),
                            read.decided().gone(),
                            read.basis().rules().forgotten()));
    MatchingProblem problem =
        changed.orElseGet(
            () ->
                problem(
                    read.moved().isEmpty() ? read : reader.withEverything(booksId, read), decided));
    Plan plan =
        changed.isPresent()
            ? Planner.replan(before.get().plan, problem)
            : Planner.plan(
                problem,
                read.basis().weights(),
                budgets,
                Runtime.getRuntime().availableProcessors());
    Map<MoneyInId, Plan.Row> rows = new HashMap<>();
    plan.rows().forEach(r -> rows.put(r.moneyIn(), r));
    decided.apply(read.decided());
    return new Board(read.feedNumber(), read.pile(), read.basis(), decided, problem, plan, rows);
  }

  private static MatchingProblem problem(PlanReader.Read read, Decided decided) {
    List<PastPayment> past = new ArrayList<>(read.past());
    past.addAll(decided.with(read.decided()));
    PlanReader.Basis basis = read.basis();
    RememberedPayers remembered =
        RememberedPayers.of(past, basis.customers(), read.candidates())
            .forgetting(basis.rules().forgotten());
    return MatchingProblem.of(
        read.money(),
        read.candidates(),
        basis.customers(),
        remembered,
        basis.recorded(),
        basis.rules());
  }
}
