package io.sumbrel.server.desk;

import io.sumbrel.core.evidence.Evidence;
import io.sumbrel.core.learning.Decision;
import io.sumbrel.core.matching.Awaited;
import io.sumbrel.core.matching.Certainty;
import io.sumbrel.core.matching.Plan;
import io.sumbrel.core.matching.Proposal;
import io.sumbrel.core.openitem.ItemId;
import io.sumbrel.core.party.CustomerId;
import io.sumbrel.core.receipt.MoneyIn;
import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.core.receipt.NamedDocument;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.core.returned.Returns;
import io.sumbrel.core.tape.DoubtfulDates;
import io.sumbrel.core.tape.LineKind;
import io.sumbrel.core.tape.Tape;
import io.sumbrel.core.tape.TapeLine;
import io.sumbrel.core.tape.TapeMoney;
import io.sumbrel.core.usual.UsualAccounts;
import io.sumbrel.server.bank.BankAccount;
import io.sumbrel.server.bank.BankAccounts;
import io.sumbrel.server.books.Houses;
import io.sumbrel.server.desk.DeskViews.DeskView;
import io.sumbrel.server.desk.DeskViews.EvidenceView;
import io.sumbrel.server.desk.DeskViews.JudgedView;
import io.sumbrel.server.desk.DeskViews.MoneyView;
import io.sumbrel.server.desk.DeskViews.OtherDraftView;
import io.sumbrel.server.desk.DeskViews.PairView;
import io.sumbrel.server.desk.DeskViews.ProgressView;
import io.sumbrel.server.desk.DeskViews.WayView;
import io.sumbrel.server.desk.DeskViews.WorkedView;
import io.sumbrel.server.followup.Questions;
import io.sumbrel.server.ledger.Claims;
import io.sumbrel.server.matching.PlanBoard;
import io.sumbrel.server.openitem.Items;
import io.sumbrel.server.paper.LackingPapers;
import io.sumbrel.server.people.Actor;
import io.sumbrel.server.receipt.MoneyLine;
import io.sumbrel.server.receipt.MoneyLines;
import io.sumbrel.server.receipt.SetAsides;
import io.sumbrel.server.responsible.Responsible;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Reads what the desk shows; changes nothing. */
@Component
class Desk {
  private static final int REASONS_SHOWN = 3;

  private final MoneyLines moneyLines;
  private final BankAccounts accounts;
  private final Houses books;
  private final Claims claims;
  private final Drafts drafts;
  private final PostTape postTape;
  private final PileRows pileRows;
  private final BesideThePlan besideThePlan;
  private final SetAsides setAsides;
  private final MayReturn mayReturn;
  private final ShownItems shownItems;
  private final WaitingTapes waitingTapes;
  private final Questions questions;
  private final Responsible responsible;
  private final LackingPapers lackingPapers;
  private final Items items;

  Desk(
      MoneyLines moneyLines,
      BankAccounts accounts,
      Houses books,
      Claims claims,
      Drafts drafts,
      PostTape postTape,
      PileRows pileRows,
      BesideThePlan besideThePlan,
      SetAsides setAsides,
      MayReturn mayReturn,
      ShownItems shownItems,
      WaitingTapes waitingTapes,
      Questions questions,
      Responsible responsible,
      LackingPapers lackingPapers,
      Items items) {
    this.items = items;
    this.lackingPapers = lackingPapers;
    this.responsible = responsible;
    this.moneyLines = moneyLines;
    this.accounts = accounts;
    this.books = books;
    this.claims = claims;
    this.drafts = drafts;
    this.postTape = postTape;
    this.pileRows = pileRows;
    this.besideThePlan = besideThePlan;
    this.setAsides = setAsides;
    this.mayReturn = mayReturn;
    this.shownItems = shownItems;
    this.waitingTapes = waitingTapes;
    this.questions = questions;
  }

  /**
   * @param known the state of the pile that the browser has
   */
  @Transactional(readOnly = true)
  DeskView desk(Actor actor, PlanBoard.Board board, UsualAccounts usual, Optional<Long> known) {
    PileRows.Changes changes =
        pileRows.since(
            actor.booksId(),
            known,
            board,
            () -> besideThePlan.of(actor.booksId(), usual, board.pile(), board.problem()),
            () ->
                new PileRows.House(
                    accountNames(actor.booksId()),
                    responsible.all(actor.booksId()),
                    lackingPapers.among(actor.booksId(), board.pile())));
    List<Drafts.Draft> all = drafts.all(actor.booksId());
    List<WorkedView> worked = worked(actor, board, all);
    return new DeskView(
        progress(actor.booksId(), board),
        moneyLines.isAny(actor.booksId()),
        board.pile().size(),
        (int) worked.stream().filter(WorkedView::putBy).count(),
        setAsides.ids(actor.booksId()).size(),
        (int) all.stream().filter(d -> d.waitsFor().isPresent()).count()
            + waitingTapes.count(actor.booksId()),
        Awaited.come(board.problem()).size(),
        questions.all(actor.booksId()),
        changes.feedNumber(),
        changes.whole(),
        changes.rows(),
        changes.gone(),
        worked);
  }

  private static List<WorkedView> worked(
      Actor actor, PlanBoard.Board board, List<Drafts.Draft> drafts) {
    Map<Long, List<Drafts.Draft>> worked =
        drafts.stream()
            .filter(d -> board.rows().containsKey(new MoneyInId(d.moneyInId())))
            .collect(Collectors.groupingBy(Drafts.Draft::moneyInId));
    return worked.entrySet().stream()
        .map(
            e ->
                new WorkedView(
                    e.getKey(),
                    e.getValue().stream().anyMatch(Drafts.Draft::putBy),
                    e.getValue().stream()
                        .filter(d -> d.personId() != actor.personId())
                        .map(Drafts.Draft::person)
                        .toList()))
        .toList();
  }

  /** Of what stood in the pile when the day began or came since: how much is explained. */
  private List<ProgressView> progress(long booksId, PlanBoard.Board board) {
    Map<String, Long> placed = moneyLines.explainedOn(booksId, books.businessDate(booksId));
    Map<String, Long> all = new TreeMap<>(placed);
    for (MoneyLine line : board.pile()) {
      if (line.moneyIn().isIn()) {
        all.merge(
            line.moneyIn().currency().getCurrencyCode(), line.moneyIn().amountMinor(), Long::sum);
      }
    }
    return all.entrySet().stream()
        .map(e -> new ProgressView(e.getKey(), placed.getOrDefault(e.getKey(), 0L), e.getValue()))
        .toList();
  }

  private Map<Long, String> accountNames(long booksId) {
    return accounts.all(booksId).stream()
        .collect(Collectors.toMap(BankAccount::id, BankAccount::shortName));
  }

  @Transactional(readOnly = true)
  MoneyView money(Actor actor, PlanBoard.Board board, UsualAccounts usual, MoneyInId id) {
    MoneyLine line = postTape.explainable(actor, id);
    Plan.Row row = board.rows().get(id);
    if (row == null) {
      String by = claims.of(id).map(c -> c.number().words() + " by " + c.actor()).orElse("");
      throw new Refusal("claimed", "This sum is explained already: " + by + ".");
    }
    List<Drafts.Draft> worked =
        drafts.all(actor.booksId()).stream().filter(d -> d.moneyInId() == id.number()).toList();
    Optional<Drafts.Draft> mine =
        worked.stream().filter(d -> d.personId() == actor.personId()).findFirst();
    BesideThePlan.Ways ways =
        besideThePlan.of(actor.booksId(), usual, board.pile(), board.problem());
    List<BesideThePlan.Way> beside = ways.of(row, line.moneyIn());
    boolean proposed = BesideThePlan.Ways.proposed(row, beside).isPresent();
    ShownItems.Named named = new ShownItems.Named();
    beside.forEach(w -> named.add(w.lines()));
    row.ways().forEach(w -> named.add(w.lines()));
    worked.forEach(d -> named.addDrafted(d.lines()));
    LineView.Shown views =
        shownItems.of(actor.booksId(), named, Optional.of(ShownItems.In.of(line.moneyIn())));
    return new MoneyView(
        id.number(),
        line.payer(),
        line.moneyIn().currency().getCurrencyCode(),
        line.moneyIn().amountMinor(),
        line.moneyIn().bookingDate(),
        line.valueDate(),
        postTape.postingDate(actor, line.moneyIn(), Optional.empty()),
        line.cameInto(accountNames(actor.booksId())::get),
        line.moneyIn()
            .bankLine()
            .map(b -> accounts.one(actor.booksId(), b.account()).code().code()),
        line.method().words(),
        line.bankReference(),
        line.moneyIn().text(),
        proposed ? Certainty.LIKELY : row.certainty(),
        row.ways().stream().map(w -> way(w, views)).toList(),
        beside.stream().map(w -> way(w, views)).toList(),
        pairs(ways, line.moneyIn(), board),
        row.chosen().filter(c -> !proposed),
        proposed,
        row.waysCount() > 0,
        row.countWords(),
        row.searchedWords(),
        row.recordedAlready(),
        NamedDocument.in(line.moneyIn().text()),
        row.customer().map(CustomerId::number),
        mine.map(d -> relined(d.lines(), views)),
        worked.stream().anyMatch(Drafts.Draft::putBy),
        questions.of(actor.booksId(), line),
        mine.flatMap(Drafts.Draft::waitsFor),
        mine.flatMap(Drafts.Draft::sentBack),
        worked.stream()
            .filter(d -> d.personId() != actor.personId())
            .map(
                d ->
                    new OtherDraftView(
                        d.personId(),
                        d.person(),
                        d.changedAt(),
                        d.waitsFor(),
                        d.waitsFor().map(w -> relined(d.lines(), views))))
            .toList(),
        (int) board.pile().stream().filter(l -> l.payer().equals(line.payer())).count() - 1);
  }

  /**
   * How a sum that was paid out would return each of some receipts, as far as they reach.
   *
   * @throws Refusal what forbids to explain the sum
   */
  @Transactional(readOnly = true)
  List<WayView> receipts(Actor actor, MoneyInId id, List<MoneyInId> found) {
    MoneyIn out = postTape.explainable(actor, id).moneyIn();
    List<BesideThePlan.Way> ways =
        Returns.waysFor(
                out,
                mayReturn.receipts(actor.booksId(), found).stream()
                    .filter(r -> r.money().currency().equals(out.currency()))
                    .filter(r -> r.money().amountMinor() >= -out.amountMinor())
                    .filter(r -> !r.money().bookingDate().isAfter(out.bookingDate()))
                    .toList())
            .stream()
            .map(w -> BesideThePlan.Way.of(w, Decision.Ground.RETURN))
            .toList();
    ShownItems.Named named = new ShownItems.Named();
    ways.forEach(w -> named.add(w.lines()));
    LineView.Shown views =
        shownItems.of(actor.booksId(), named, Optional.of(ShownItems.In.of(out)));
    return ways.stream().map(w -> way(w, views)).toList();
  }

  private static List<PairView> pairs(
      BesideThePlan.Ways ways, MoneyIn money, PlanBoard.Board board) {
    Set<MoneyInId> others =
        ways.pairs().get().othersOf(money).stream().map(MoneyIn::id).collect(Collectors.toSet());
    return board.pile().stream()
        .filter(l -> others.contains(l.moneyIn().id()))
        .map(
            l ->
                new PairView(
                    l.moneyIn().id().number(),
                    l.payer(),
                    l.moneyIn().bookingDate(),
                    l.moneyIn().amountMinor()))
        .toList();
  }

  private static WayView way(BesideThePlan.Way way, LineView.Shown views) {
    return new WayView(
        way.words(),
        because(way.evidence()),
        way.certainty(),
        false,
        way.lines().stream().map(l -> LineView.of(l, views)).toList(),
        way.evidence().stream().map(EvidenceView::of).toList());
  }

  private Optional<String> doubtfulDates(Actor actor, MoneyIn money, List<TapeLine> tape) {
    List<ItemId> settled =
        tape.stream()
            .filter(l -> l.kind() == LineKind.SETTLES)
            .flatMap(l -> l.item().stream())
            .toList();
    return DoubtfulDates.of(
        money, items.find(actor.booksId(), settled).values(), books.businessDate(actor.booksId()));
  }

  private static List<LineView> relined(List<LineView> lines, LineView.Shown views) {
    return lines.stream().map(l -> l.showing(views)).toList();
  }

  private static WayView way(Proposal way, LineView.Shown views) {
    return new WayView(
        way.words(),
        because(way.evidence()),
        way.certainty(),
        way.isTie(),
        way.lines().stream().map(l -> LineView.of(l, views)).toList(),
        way.evidence().stream().map(EvidenceView::of).toList());
  }

  /** The strongest reasons; the strongest against is always among them. */
  private static String because(List<Evidence> evidence) {
    Optional<Evidence> against =
        evidence.stream().filter(e -> e.side() == Evidence.Side.AGAINST).findFirst();
    List<Evidence> shown = new ArrayList<>(evidence.stream().limit(REASONS_SHOWN).toList());
    against.filter(a -> !shown.contains(a)).ifPresent(a -> shown.set(shown.size() - 1, a));
    return shown.stream().map(Evidence::words).collect(Collectors.joining(" · "));
  }

  /** What the core says of a tape as it stands, without posting it. */
  @Transactional(readOnly = true)
  JudgedView judge(
      Actor actor, PlanBoard.Board board, UsualAccounts usual, MoneyInId id, List<LineView> lines) {
    MoneyLine line = postTape.explainable(actor, id);
    List<TapeLine> tape = postTape.lines(actor, lines, line.moneyIn());
    long left = Tape.leftToPlace(TapeMoney.of(line.moneyIn()), tape);
    Optional<String> warning =
        besideThePlan
            .of(actor.booksId(), usual, board.pile(), board.problem())
            .passedOver(line.moneyIn(), tape)
            .or(() -> Optional.ofNullable(board.rows().get(id)).flatMap(r -> r.passedOver(tape)))
            .or(() -> doubtfulDates(actor, line.moneyIn(), tape));
    try {
      postTape.judge(actor, line, tape, actor.authority(), false);
      return new JudgedView(0, true, "", "", warning);
    } catch (Refusal e) {
      return new JudgedView(left, false, e.code(), e.getMessage(), warning);
    }
  }
}
