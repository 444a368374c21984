package io.sumbrel.server.desk;

import io.sumbrel.core.chart.Chart;
import io.sumbrel.core.difference.DifferenceReason;
import io.sumbrel.core.matching.Certainty;
import io.sumbrel.core.matching.Plan;
import io.sumbrel.core.matching.Proposal;
import io.sumbrel.core.openitem.ItemId;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.receipt.MoneyIn;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.core.tape.LineKind;
import io.sumbrel.core.tape.Tape;
import io.sumbrel.core.tape.TapeLine;
import io.sumbrel.core.tape.TapeMoney;
import io.sumbrel.core.usual.UsualAccounts;
import io.sumbrel.server.chart.Charts;
import io.sumbrel.server.desk.DeskViews.PreviewView;
import io.sumbrel.server.matching.PlanBoard;
import io.sumbrel.server.openitem.Items;
import io.sumbrel.server.people.Actor;
import io.sumbrel.server.receipt.MoneyLine;
import java.util.Collection;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** What would be posted in one go: all that is sure, what is ticked, or what is put by. */
@Component
class PostPreview {
  /** So many are posted in one go; each is an act of its own. */
  static final int MOST = 2_000;

  /** So many lines of a tape are told. */
  private static final int MOST_WORDS = 4;

  private final BesideThePlan besideThePlan;
  private final Drafts drafts;
  private final Charts charts;
  private final Items items;

  PostPreview(BesideThePlan besideThePlan, Drafts drafts, Charts charts, Items items) {
    this.items = items;
    this.besideThePlan = besideThePlan;
    this.drafts = drafts;
    this.charts = charts;
  }

  /** What the desk knows of the pile at one moment. */
  record Pile(PlanBoard.Board board, UsualAccounts usual) {}

  /** What is sure, the doubtful first: what forgives something, then the least sure. */
  @Transactional(readOnly = true)
  public List<PreviewView> sure(Actor actor, Pile pile) {
    BesideThePlan.Ways beside = beside(actor, pile);
    return pile.board.pile().stream()
        .map(line -> new Planned(line, pile.board.rows().get(line.moneyIn().id())))
        .filter(s -> beside.certaintyOf(s.row, s.line.moneyIn()) == Certainty.SURE)
        .filter(s -> !s.chosen().orElseThrow().isTie())
        .filter(s -> beside.passedOver(s.line.moneyIn(), s.chosen().get().lines()).isEmpty())
        .sorted(
            Comparator.comparing((Planned s) -> -forgiven(s.chosen().orElseThrow().lines()))
                .thenComparing(s -> s.chosen().orElseThrow().perMillion()))
        .map(s -> view(s.line, s.chosen().orElseThrow()))
        .toList();
  }

  private BesideThePlan.Ways beside(Actor actor, Pile pile) {
    return besideThePlan.of(actor.booksId(), pile.usual, pile.board.pile(), pile.board.problem());
  }

  /** A sum with what the plan says of it. */
  private record Planned(MoneyLine line, Plan.Row row) {
    Optional<Proposal> chosen() {
      return row.chosen().map(row.ways()::get);
    }
  }

  /**
   * Sums that somebody ticked: by their own tapes, else as it is proposed; one that nothing is
   * proposed for says so.
   *
   * @throws Refusal {@code too-many}
   */
  @Transactional(readOnly = true)
  public List<PreviewView> ticked(Actor actor, Pile pile, List<Long> ids) {
    if (ids.size() > MOST) {
      throw new Refusal("too-many", "At most %,d sums are posted in one go.".formatted(MOST));
    }
    Set<Long> wanted = Set.copyOf(ids);
    Map<Long, Drafted> own =
        drafted(
                actor,
                pile,
                d ->
                    wanted.contains(d.moneyInId())
                        && d.personId() == actor.personId()
                        && !d.lines().isEmpty())
            .collect(Collectors.toMap(d -> d.draft.moneyInId(), Function.identity()));
    Map<ItemId, OpenItem> named = named(actor, own.values());
    BesideThePlan.Ways beside = beside(actor, pile);
    return pile.board.pile().stream()
        .filter(l -> wanted.contains(l.moneyIn().id().number()))
        .map(
            l ->
                Optional.ofNullable(own.get(l.moneyIn().id().number()))
                    .map(d -> view(actor, d, named))
                    .orElseGet(() -> proposed(pile, l, beside)))
        .toList();
  }

  private static PreviewView proposed(Pile pile, MoneyLine line, BesideThePlan.Ways beside) {
    Planned planned = new Planned(line, pile.board.rows().get(line.moneyIn().id()));
    MoneyIn money = line.moneyIn();
    return BesideThePlan.Ways.proposed(planned.row, beside.of(planned.row, money))
        .map(w -> view(line, w.words(), w.lines()))
        .or(() -> planned.chosen().map(p -> view(line, p)))
        .orElseGet(() -> lacking(line, "Nothing is proposed for it."));
  }

  /** Every worked tape that is put by, whoever made it. */
  @Transactional(readOnly = true)
  public List<PreviewView> putBy(Actor actor, Pile pile) {
    List<Drafted> all = drafted(actor, pile, Drafts.Draft::putBy).toList();
    Map<ItemId, OpenItem> named = named(actor, all);
    return all.stream()
        .map(d -> view(actor, d, named))
        .sorted(Comparator.comparing(PreviewView::maker).thenComparing(PreviewView::moneyInId))
        .toList();
  }

  /** A sum with a tape that somebody made for it. */
  private record Drafted(MoneyLine line, Drafts.Draft draft, List<TapeLine> lines) {}

  private Stream<Drafted> drafted(Actor actor, Pile pile, Predicate<Drafts.Draft> wanted) {
    Chart chart = charts.of(actor.booksId());
    Map<Long, MoneyLine> byId =
        pile.board.pile().stream()
            .collect(Collectors.toMap(l -> l.moneyIn().id().number(), Function.identity()));
    return drafts.all(actor.booksId()).stream()
        .filter(d -> byId.containsKey(d.moneyInId()) && wanted.test(d))
        .map(
            d -> {
              MoneyLine line = byId.get(d.moneyInId());
              TapeMoney money = TapeMoney.of(line.moneyIn());
              return new Drafted(line, d, TapeJudge.lines(chart, d.lines(), money));
            });
  }

  /** The items on some tapes, read at once. */
  private Map<ItemId, OpenItem> named(Actor actor, Collection<Drafted> tapes) {
    return items.find(
        actor.booksId(),
        tapes.stream().flatMap(d -> d.lines.stream()).flatMap(l -> l.item().stream()).toList());
  }

  private static PreviewView view(Actor actor, Drafted drafted, Map<ItemId, OpenItem> named) {
    MoneyLine line = drafted.line;
    Drafts.Draft draft = drafted.draft;
    List<TapeLine> lines = drafted.lines;
    long left = Tape.leftToPlace(TapeMoney.of(line.moneyIn()), lines);
    boolean other = draft.personId() != actor.personId();
    return new PreviewView(
        line.moneyIn().id().number(),
        line.payer(),
        line.moneyIn().currency().getCurrencyCode(),
        line.moneyIn().amountMinor(),
        words(lines, named),
        forgiven(lines),
        draft.lines(),
        Optional.of(draft.personId()).filter(p -> other),
        other ? draft.person() : "",
        left == 0 && !lines.isEmpty() ? "" : "Its tape is not at 0.00.");
  }

  /** What a tape places, by the numbers of its items. */
  private static String words(List<TapeLine> lines, Map<ItemId, OpenItem> named) {
    String told =
        lines.stream()
            .limit(MOST_WORDS)
            .map(l -> words(l, l.item().map(named::get)))
            .collect(Collectors.joining(", "));
    return lines.size() > MOST_WORDS
        ? "%s and %d more".formatted(told, lines.size() - MOST_WORDS)
        : told;
  }

  private static String words(TapeLine line, Optional<OpenItem> item) {
    boolean isPart =
        line.kind() == LineKind.SETTLES
            && item.filter(i -> line.itemMinor() < i.openMinor()).isPresent();
    String what =
        line.reason()
            .map(DifferenceReason::words)
            .or(() -> item.map(OpenItem::number))
            .orElse(line.kind().words());
    return what + " " + line.amount().words() + (isPart ? " in part" : "");
  }

  private static long forgiven(List<TapeLine> lines) {
    return lines.stream()
        .filter(l -> l.kind() == LineKind.GRANTED)
        .mapToLong(TapeLine::amountMinor)
        .sum();
  }

  private static PreviewView view(MoneyLine line, Proposal proposal) {
    return proposal.isTie()
        ? lacking(line, "It is recorded already, and tied in Deposits.")
        : view(line, proposal.words(), proposal.lines());
  }

  private static PreviewView view(MoneyLine line, String words, List<TapeLine> lines) {
    return new PreviewView(
        line.moneyIn().id().number(),
        line.payer(),
        line.moneyIn().currency().getCurrencyCode(),
        line.moneyIn().amountMinor(),
        words,
        forgiven(lines),
        lines.stream().map(l -> LineView.of(l, LineView.Shown.NOTHING)).toList(),
        Optional.empty(),
        "",
        "");
  }

  private static PreviewView lacking(MoneyLine line, String why) {
    return new PreviewView(
        line.moneyIn().id().number(),
        line.payer(),
        line.moneyIn().currency().getCurrencyCode(),
        line.moneyIn().amountMinor(),
        "",
        0,
        List.of(),
        Optional.empty(),
        "",
        why);
  }
}
