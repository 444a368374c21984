package io.sumbrel.server.desk;

import io.sumbrel.core.learning.Decision;
import io.sumbrel.core.matching.Certainty;
import io.sumbrel.core.matching.Plan;
import io.sumbrel.core.matching.Proposal;
import io.sumbrel.core.receipt.MoneyIn;
import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.server.desk.DeskViews.PileRow;
import io.sumbrel.server.matching.PlanBoard;
import io.sumbrel.server.persistence.Column;
import io.sumbrel.server.receipt.MoneyLine;
import io.sumbrel.server.responsible.LookedAfter;
import io.sumbrel.server.responsible.Responsible;
import java.time.LocalDate;
import java.time.format.DateTimeFormatter;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.Deque;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Supplier;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/**
 * The pile as its rows are shown, the same for everybody; and what changed of it since a state that
 * a browser has, so that a posting does not send the whole pile to all of them.
 */
@Component
class PileRows {
  private static final DateTimeFormatter DAY =
      DateTimeFormatter.ofPattern("dd MMM", Locale.ENGLISH);

  /** So much of the bank's text is sent with a row, to be looked for. */
  private static final int MOST_TEXT = 140;

  /** So many states are kept; whoever has an older one gets the whole. */
  private static final int STATES = 32;

  private final Map<Long, Deque<State>> states = new ConcurrentHashMap<>();

  /** The rows as of a line of the record; rows that did not change are the same objects. */
  private record State(long feedNumber, Map<Long, PileRow> rows) {}

  /**
   * What the house knows of sums beside the plan.
   *
   * @param accounts names of the bank accounts
   * @param responsible who looks after customers and accounts
   * @param lackPaper sums that have no paper where one is wanted
   */
  record House(
      Map<Long, String> accounts,
      Map<LookedAfter, Map<Long, String>> responsible,
      Set<MoneyInId> lackPaper) {
    House(
        Map<Long, String> accounts,
        List<Responsible.ResponsibleView> responsible,
        Set<MoneyInId> lackPaper) {
      this(
          accounts,
          responsible.stream()
              .collect(
                  Collectors.groupingBy(
                      Responsible.ResponsibleView::subject,
                      Collectors.toMap(
                          Responsible.ResponsibleView::id, Responsible.ResponsibleView::person))),
          lackPaper);
    }

    private Optional<String> whoLooksAfter(LookedAfter subject, long id) {
      return Optional.ofNullable(responsible.getOrDefault(subject, Map.of()).get(id));
    }
  }

  /**
   * What changed.
   *
   * @param whole whether these are all rows
   * @param rows new and changed ones, in the order in which they are shown
   * @param gone ids of those that are there no more
   */
  record Changes(long feedNumber, boolean whole, List<PileRow> rows, List<Long> gone) {}

  /**
   * @param known the state that the browser has, by the number that came with it
   * @param beside ways beside the plan, asked for where the state is new
   * @param house asked for where the state is new too
   */
  Changes since(
      long booksId,
      Optional<Long> known,
      PlanBoard.Board board,
      Supplier<BesideThePlan.Ways> beside,
      Supplier<House> house) {
    Deque<State> kept = states.computeIfAbsent(booksId, id -> new ArrayDeque<>());
    State now;
    Optional<State> then;
    synchronized (kept) {
      now = now(kept, board, beside, house);
      then = known.flatMap(n -> kept.stream().filter(s -> s.feedNumber == n).findFirst());
    }
    Map<Long, PileRow> before = then.map(State::rows).orElse(Map.of());
    List<PileRow> rows =
        now.rows.values().stream()
            .filter(r -> before.get(r.id()) != r)
            .sorted(Comparator.comparing(PileRow::place))
            .toList();
    List<Long> gone = before.keySet().stream().filter(id -> !now.rows.containsKey(id)).toList();
    return new Changes(now.feedNumber, then.isEmpty(), rows, gone);
  }

  private static State now(
      Deque<State> kept,
      PlanBoard.Board board,
      Supplier<BesideThePlan.Ways> beside,
      Supplier<House> house) {
    Optional<State> same =
        kept.stream().filter(s -> s.feedNumber == board.feedNumber()).findFirst();
    if (same.isPresent()) {
      return same.get();
    }
    Map<Long, PileRow> last = kept.isEmpty() ? Map.of() : kept.getLast().rows;
    Map<Long, PileRow> rows = new HashMap<>();
    BesideThePlan.Ways ways = beside.get();
    House of = house.get();
    for (MoneyLine line : board.pile()) {
      PileRow row = row(line, board.rows().get(line.moneyIn().id()), ways, of);
      PileRow before = last.get(row.id());
      rows.put(row.id(), row.equals(before) ? before : row);
    }
    State now = new State(board.feedNumber(), rows);
    kept.addLast(now);
    if (kept.size() > STATES) {
      kept.removeFirst();
    }
    return now;
  }

  private static Optional<String> correction(BesideThePlan.Ways beside, MoneyIn money) {
    return Optional.of("as much stands the other way: a mistake of the bank?")
        .filter(words -> !beside.pairs().get().othersOf(money).isEmpty());
  }

  private static PileRow row(MoneyLine line, Plan.Row row, BesideThePlan.Ways beside, House house) {
    Optional<Proposal> chosen = row.chosen().map(row.ways()::get);
    Optional<BesideThePlan.Way> besides = beside.spokenFor(row, line.moneyIn());
    Certainty certainty =
        besides
            .filter(BesideThePlan.Way::isLikely)
            .map(w -> w.certainty())
            .orElse(beside.certaintyOf(row, line.moneyIn()));
    String proposal =
        besides
            .map(BesideThePlan.Way::words)
            .or(() -> chosen.map(Proposal::words))
            .or(() -> correction(beside, line.moneyIn()))
            .orElse(line.moneyIn().isIn() ? "nothing fits yet" : "paid out");
    String ways = row.waysCount() > 1 ? " · " + row.countWords() : "";
    long id = line.moneyIn().id().number();
    LocalDate date = line.moneyIn().bookingDate();
    List<String> words = new ArrayList<>();
    words.add(DAY.format(date));
    words.add(line.method().words());
    words.add(proposal + ways);
    if (certainty != row.certainty() && besides.isEmpty()) {
      words.add("as much leaves the account again");
    }
    return new PileRow(
        id,
        line.payer(),
        String.join(" · ", words),
        date,
        line.moneyIn().currency().getCurrencyCode(),
        line.moneyIn().amountMinor(),
        line.cameInto(house.accounts::get),
        line.method().words(),
        line.bankReference(),
        Column.cut(line.moneyIn().text(), MOST_TEXT),
        certainty,
        besides
            .map(BesideThePlan.Way::ground)
            .or(() -> chosen.map(Decision::ground))
            .map(Decision.Ground::words)
            .orElse(""),
        chosen.filter(Proposal::isTie).isPresent(),
        row.waysCount(),
        row.customer()
            .flatMap(c -> house.whoLooksAfter(LookedAfter.CUSTOMER, c.number()))
            .or(
                () ->
                    line.bankAccountId().flatMap(a -> house.whoLooksAfter(LookedAfter.ACCOUNT, a)))
            .orElse(""),
        house.lackPaper.contains(line.moneyIn().id()),
        // the surest first, then the newest
        "%d %07d %012d".formatted(certainty.ordinal(), 9_999_999 - date.toEpochDay(), id));
  }
}
