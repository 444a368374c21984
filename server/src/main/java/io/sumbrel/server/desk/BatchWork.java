package io.sumbrel.server.desk;

import io.sumbrel.core.chart.Chart;
import io.sumbrel.core.learning.Decision;
import io.sumbrel.core.openitem.ItemId;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.receipt.MoneyIn;
import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.core.remittance.RemittanceDetail;
import io.sumbrel.core.tape.BatchPlacings;
import io.sumbrel.core.tape.LineKind;
import io.sumbrel.core.tape.RestOfItem;
import io.sumbrel.core.tape.ShortPayReason;
import io.sumbrel.core.tape.Tape;
import io.sumbrel.core.tape.TapeLine;
import io.sumbrel.core.tape.TapeMoney;
import io.sumbrel.server.chart.Charts;
import io.sumbrel.server.deposit.Deposits;
import io.sumbrel.server.ledger.Claims;
import io.sumbrel.server.ledger.Postings;
import io.sumbrel.server.matching.DecisionRecord;
import io.sumbrel.server.openitem.Items;
import io.sumbrel.server.party.Customers;
import io.sumbrel.server.people.Actor;
import io.sumbrel.server.receipt.MoneyLine;
import io.sumbrel.server.receipt.MoneyLines;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/**
 * All cheques of a batch beside their invoices: what is posted of them, what would be, and which
 * invoices would not go to nil.
 */
@Component
class BatchWork {
  private final Deposits deposits;
  private final MoneyLines moneyLines;
  private final Claims claims;
  private final Postings postings;
  private final DecisionRecord decisions;
  private final PostPreview preview;
  private final PostTape postTape;
  private final Drafts drafts;
  private final Items items;
  private final Customers customers;
  private final Charts charts;

  BatchWork(
      Deposits deposits,
      MoneyLines moneyLines,
      Claims claims,
      Postings postings,
      DecisionRecord decisions,
      PostPreview preview,
      PostTape postTape,
      Drafts drafts,
      Items items,
      Customers customers,
      Charts charts) {
    this.deposits = deposits;
    this.moneyLines = moneyLines;
    this.claims = claims;
    this.postings = postings;
    this.decisions = decisions;
    this.preview = preview;
    this.postTape = postTape;
    this.drafts = drafts;
    this.items = items;
    this.customers = customers;
    this.charts = charts;
  }

  /** How far a cheque is. */
  enum ChequeStand {
    POSTED,
    /** A tape was made for it, and is not posted. */
    WORKED,
    /** The machine says what it pays. */
    PROPOSED,
    /** Nobody says what it pays. */
    NOTHING
  }

  /**
   * What a cheque pays of an item.
   *
   * @param leftMinor what stays open of it when all of the batch is posted
   */
  record PlacedView(long itemId, String number, long amountMinor, long leftMinor) {}

  /**
   * A cheque with its invoices.
   *
   * @param how it was placed, in words
   * @param byHand whether a person decided otherwise than the machine
   * @param notes what its details say that cannot be
   */
  record ChequeView(
      long memberId,
      Optional<Long> moneyId,
      ChequeStand stand,
      String how,
      boolean byHand,
      List<PlacedView> placed,
      long onAccountMinor,
      long unidentifiedMinor,
      long elsewhereMinor,
      List<String> notes) {}

  /**
   * An item that does not go to nil.
   *
   * @param posted whether it is so in the books, and no longer to be decided here
   * @param followed why the rest is claimed
   */
  record NotNilView(
      long moneyId,
      long itemId,
      String number,
      String customer,
      long paidMinor,
      long leftMinor,
      boolean posted,
      Optional<ShortPayReason> followed) {}

  /**
   * A batch; placed, on account, unidentified, elsewhere and open make its net.
   *
   * @param elsewhereMinor to accounts of the ledger
   * @param openMinor of cheques that nobody has posted
   */
  record BatchView(
      long netMinor,
      long placedMinor,
      long onAccountMinor,
      long unidentifiedMinor,
      long elsewhereMinor,
      long openMinor,
      List<ChequeView> cheques,
      List<NotNilView> notNil) {}

  /** A cheque's lines, wherever they come from. */
  private record Cheque(
      Deposits.StoredMember member,
      ChequeStand stand,
      String how,
      boolean byHand,
      BatchPlacings.Cheque placed) {
    private static Cheque of(
        Deposits.StoredMember member,
        Optional<MoneyInId> money,
        ChequeStand stand,
        String how,
        boolean byHand,
        List<TapeLine> lines) {
      boolean posted = stand == ChequeStand.POSTED;
      return new Cheque(
          member,
          stand,
          how,
          byHand,
          new BatchPlacings.Cheque(money, member.member().amountMinor(), posted, lines));
    }
  }

  /** A batch as it is worked, with the items that it names. */
  private record Worked(
      Deposits.Stored deposit,
      List<Cheque> cheques,
      Map<ItemId, OpenItem> named,
      BatchPlacings placings) {}

  /**
   * @throws Refusal {@code not-found}
   */
  @Transactional(readOnly = true)
  public BatchView batch(Actor actor, PostPreview.Pile pile, long depositId) {
    Worked worked = worked(actor, pile, depositId);
    BatchPlacings placings = worked.placings;
    Map<String, List<String>> notes = notes(actor, worked.deposit);
    return new BatchView(
        worked.deposit.deposit().netMinor(),
        placings.placedMinor(),
        placings.onAccountMinor(),
        placings.unidentifiedMinor(),
        placings.elsewhereMinor(),
        placings.notPostedMinor(),
        worked.cheques.stream().map(c -> view(c, worked, notes)).toList(),
        placings.rests().stream().map(r -> view(actor, r, worked.named.get(r.item()))).toList());
  }

  private Worked worked(Actor actor, PostPreview.Pile pile, long depositId) {
    deposits.nameOf(actor.booksId(), depositId);
    Deposits.Stored deposit = deposits.some(List.of(depositId)).get(0);
    List<Cheque> cheques = cheques(actor, pile, deposit);
    Map<ItemId, OpenItem> named =
        items.find(
            actor.booksId(),
            cheques.stream()
                .flatMap(c -> c.placed.lines().stream())
                .flatMap(l -> l.item().stream())
                .toList());
    Map<ItemId, Long> open = new HashMap<>();
    named.forEach((id, item) -> open.put(id, item.openMinor()));
    return new Worked(
        deposit,
        cheques,
        named,
        BatchPlacings.of(cheques.stream().map(Cheque::placed).toList(), open));
  }

  /**
   * Decides on the rest of an item that a cheque would leave open; its tape is put by.
   *
   * @throws Refusal {@code not-found}, {@code no-rest}, {@code over-limit}
   */
  @Transactional
  public void decide(Actor actor, PostPreview.Pile pile, long depositId, BatchDecision decision) {
    Worked worked = worked(actor, pile, depositId);
    MoneyInId money = new MoneyInId(decision.moneyId);
    BatchPlacings.Rest rest =
        worked.placings.rests().stream()
            .filter(r -> r.money().equals(money) && r.item().number() == decision.itemId)
            .filter(r -> !r.posted())
            .findFirst()
            .orElseThrow(() -> new Refusal("no-rest", "Nothing of this item is left to decide."));
    List<TapeLine> lines =
        worked.cheques.stream()
            .filter(c -> c.placed.money().equals(Optional.of(money)))
            .findFirst()
            .orElseThrow()
            .placed
            .lines();
    List<TapeLine> decided = decision.rest.on(lines, rest.item(), rest.leftMinor());
    requireWithinLimit(actor, money, decided);
    drafts.keep(
        actor,
        money,
        decided.stream().map(l -> LineView.of(l, LineView.Shown.NOTHING)).toList(),
        true);
  }

  /** What else forbids the tape is said where it is posted; a limit at once. */
  private void requireWithinLimit(Actor actor, MoneyInId money, List<TapeLine> lines) {
    try {
      postTape.judge(actor, postTape.explainable(actor, money), lines, actor.authority(), false);
    } catch (Refusal e) {
      if (e.code().equals("over-limit")) {
        throw e;
      }
    }
  }

  /** What is decided of an item's rest. */
  record BatchDecision(long moneyId, long itemId, RestOfItem rest) {}

  private List<Cheque> cheques(Actor actor, PostPreview.Pile pile, Deposits.Stored deposit) {
    long books = actor.booksId();
    Map<Long, MoneyInId> money =
        moneyLines.ofMembers(deposit.members().stream().map(Deposits.StoredMember::id).toList());
    Map<MoneyInId, Claims.Claim> claimed = claims.some(List.copyOf(money.values()));
    Map<Long, Postings.Stored> posted = posted(actor, claimed.values());
    Map<Long, Decision> decided = decisions.some(List.copyOf(posted.keySet()));
    List<Long> open =
        money.values().stream()
            .filter(m -> !claimed.containsKey(m))
            .map(MoneyInId::number)
            .toList();
    Map<Long, DeskViews.PreviewView> would =
        preview.ticked(actor, pile, open).stream()
            .collect(Collectors.toMap(DeskViews.PreviewView::moneyInId, Function.identity()));
    Set<Long> worked =
        drafts.all(books).stream()
            .filter(d -> d.personId() == actor.personId() && !d.lines().isEmpty())
            .map(Drafts.Draft::moneyInId)
            .collect(Collectors.toSet());
    Chart chart = charts.of(books);
    List<Cheque> cheques = new ArrayList<>();
    for (Deposits.StoredMember member : deposit.members()) {
      Optional<MoneyInId> id = Optional.ofNullable(money.get(member.id()));
      Optional<Claims.Claim> claim = id.map(claimed::get);
      if (claim.isPresent()) {
        cheques.add(posted(member, id, posted.get(claim.get().postingId()), decided));
      } else {
        Optional<DeskViews.PreviewView> view = id.map(m -> would.get(m.number()));
        List<TapeLine> lines =
            view.map(v -> TapeJudge.lines(chart, v.lines(), moneyOf(member, id.orElseThrow())))
                .orElse(List.of());
        boolean own = id.filter(m -> worked.contains(m.number())).isPresent();
        cheques.add(
            Cheque.of(
                member,
                id,
                own
                    ? ChequeStand.WORKED
                    : lines.isEmpty() ? ChequeStand.NOTHING : ChequeStand.PROPOSED,
                view.map(v -> own ? "your tape: " + v.words() : v.words() + v.lacking()).orElse(""),
                own,
                lines));
      }
    }
    return cheques;
  }

  private static TapeMoney moneyOf(Deposits.StoredMember member, MoneyInId id) {
    return TapeMoney.of(member.member().toMoneyIn(id, member.currency()));
  }

  private static Cheque posted(
      Deposits.StoredMember member,
      Optional<MoneyInId> money,
      Postings.Stored posting,
      Map<Long, Decision> decided) {
    Optional<Decision> decision =
        Optional.ofNullable(posting).map(Postings.Stored::id).map(decided::get);
    return Cheque.of(
        member,
        money,
        ChequeStand.POSTED,
        decision.map(Decision::words).orElse(""),
        decision
            .filter(d -> d.hand() == Decision.Hand.BY_HAND || d.hand() == Decision.Hand.CHANGED)
            .isPresent(),
        Optional.ofNullable(posting)
            .flatMap(p -> p.posting().tape())
            .map(Tape::lines)
            .orElse(List.of()));
  }

  private Map<Long, Postings.Stored> posted(Actor actor, Collection<Claims.Claim> claimed) {
    List<Long> ids = claimed.stream().map(Claims.Claim::postingId).distinct().toList();
    Map<MoneyInId, MoneyLine> lines =
        moneyLines.some(actor.booksId(), postings.moneyOf(ids)).stream()
            .collect(Collectors.toMap(l -> l.moneyIn().id(), Function.identity()));
    Function<MoneyInId, MoneyIn> money = id -> lines.get(id).moneyIn();
    return postings.tapes(actor.booksId(), ids, money).stream()
        .collect(Collectors.toMap(Postings.Stored::id, Function.identity()));
  }

  private static ChequeView view(Cheque cheque, Worked worked, Map<String, List<String>> notes) {
    return new ChequeView(
        cheque.member.id(),
        cheque.placed.money().map(MoneyInId::number),
        cheque.stand,
        cheque.how,
        cheque.byHand,
        cheque.placed.settling().stream().map(l -> view(l, worked)).toList(),
        cheque.placed.of(LineKind.ON_ACCOUNT),
        cheque.placed.of(LineKind.UNIDENTIFIED),
        cheque.placed.of(LineKind.TO_ACCOUNT),
        cheque.member.member().details().stream()
            .flatMap(d -> notes.getOrDefault(d.number(), List.of()).stream())
            .toList());
  }

  private static PlacedView view(TapeLine line, Worked worked) {
    ItemId item = line.item().orElseThrow();
    return new PlacedView(
        item.number(),
        worked.named.get(item).number(),
        line.itemMinor(),
        worked.placings.leftMinor().get(item));
  }

  private NotNilView view(Actor actor, BatchPlacings.Rest rest, OpenItem item) {
    return new NotNilView(
        rest.money().number(),
        item.id().number(),
        item.number(),
        item.customer().map(c -> customers.one(actor.booksId(), c).name()).orElse(""),
        rest.paidMinor(),
        rest.leftMinor(),
        rest.posted(),
        rest.followed());
  }

  /** What details name that is no open invoice, by what they name. */
  private Map<String, List<String>> notes(Actor actor, Deposits.Stored deposit) {
    List<String> numbers =
        deposit.members().stream()
            .flatMap(m -> m.member().details().stream())
            .map(RemittanceDetail::number)
            .distinct()
            .toList();
    Map<String, OpenItem> known = items.numbered(actor.booksId(), numbers, false);
    Map<String, List<String>> ofOrders = items.numbersOfOrders(actor.booksId(), numbers);
    Map<String, List<String>> notes = new HashMap<>();
    for (String number : numbers) {
      OpenItem item = known.get(number);
      if (item == null) {
        notes.put(
            number,
            List.of(
                ofOrders.containsKey(number)
                    ? "%s is the order number of %s."
                        .formatted(number, String.join(", ", ofOrders.get(number)))
                    : number + " is no number that the books know."));
      }
    }
    return notes;
  }
}
