package io.sumbrel.server.trail;

import io.sumbrel.core.learning.Decision;
import io.sumbrel.core.ledger.JournalLine;
import io.sumbrel.core.ledger.LedgerAccount;
import io.sumbrel.core.money.AmountText;
import io.sumbrel.core.openitem.ItemId;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.party.Customer;
import io.sumbrel.core.party.CustomerId;
import io.sumbrel.core.posting.ItemMovement;
import io.sumbrel.core.posting.PostingNumber;
import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.core.tape.Tape;
import io.sumbrel.core.tape.TapeLine;
import io.sumbrel.server.arrivals.Arrivals;
import io.sumbrel.server.bank.BankAccounts;
import io.sumbrel.server.chart.Charts;
import io.sumbrel.server.ledger.Claims;
import io.sumbrel.server.ledger.Postings;
import io.sumbrel.server.ledger.Receipts;
import io.sumbrel.server.matching.DecisionRecord;
import io.sumbrel.server.openitem.Items;
import io.sumbrel.server.party.Customers;
import io.sumbrel.server.people.Actor;
import io.sumbrel.server.people.Right;
import io.sumbrel.server.receipt.MoneyLine;
import io.sumbrel.server.receipt.MoneyLines;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/trail")
class TrailController {
  private static final int PAGE = 200;

  private final Arrivals arrivals;
  private final MoneyLines moneyLines;
  private final Customers customers;
  private final Items items;
  private final BankAccounts accounts;
  private final Charts charts;
  private final Postings postings;
  private final DecisionRecord decisions;
  private final Claims claims;
  private final Receipts receipts;
  private final CustomerTimeline timeline;

  TrailController(
      Arrivals arrivals,
      MoneyLines moneyLines,
      Customers customers,
      Items items,
      BankAccounts accounts,
      Charts charts,
      Postings postings,
      DecisionRecord decisions,
      Claims claims,
      Receipts receipts,
      CustomerTimeline timeline) {
    this.timeline = timeline;
    this.arrivals = arrivals;
    this.moneyLines = moneyLines;
    this.customers = customers;
    this.items = items;
    this.accounts = accounts;
    this.charts = charts;
    this.postings = postings;
    this.decisions = decisions;
    this.claims = claims;
    this.receipts = receipts;
  }

  /**
   * A place in a file that came in.
   *
   * @param line 1-based
   * @param near a text by which the entry is found in a file of one line
   */
  record SourceView(
      long arrivalId,
      String fileName,
      String title,
      Optional<Integer> line,
      Optional<String> near) {}

  /**
   * @param openAfterMinor what is open of the item after the movement
   */
  record MovementView(
      String number,
      String words,
      LocalDate date,
      String actor,
      Instant postedAt,
      long totalDelta,
      long openDelta,
      long openAfterMinor) {}

  record ItemTrail(
      long id,
      String number,
      String kind,
      Optional<Long> customerId,
      String customer,
      LocalDate date,
      Optional<LocalDate> due,
      String currency,
      long totalMinor,
      long openMinor,
      String extra,
      Optional<SourceView> source,
      List<MovementView> movements) {}

  record MoneyTrail(
      long id,
      String payer,
      String text,
      LocalDate bookingDate,
      String currency,
      long amountMinor,
      String account,
      String bankReference,
      SourceView source) {}

  record TapeLineTrail(
      String words, int side, long amountMinor, Optional<Long> itemId, String customer) {}

  record JournalTrail(
      String account, String accountName, String customer, String currency, long minor) {}

  record ItemMoveTrail(long itemId, String number, String words, String currency, long openDelta) {}

  /**
   * @param maker who made it, where a second person posted it
   * @param returns the receipts of which it undoes a part, by their postings
   * @param returnedBy a posting by which the bank took back a part of it
   * @param mayTurnBack whether it explains something, stands, and whoever asks may post
   * @param cameAbout by whose hand a tape is what it is and what it rests on, in words; else empty
   */
  record PostingTrail(
      String number,
      String kind,
      LocalDate date,
      Instant postedAt,
      String actor,
      Optional<String> maker,
      String cameAbout,
      Optional<String> turnsBack,
      Optional<String> turnedBackBy,
      List<String> returns,
      Optional<String> returnedBy,
      boolean mayTurnBack,
      Optional<MoneyTrail> money,
      Optional<SourceView> source,
      List<TapeLineTrail> tape,
      LinesTrail lines) {}

  /**
   * Lines of a posting, and what it did to items.
   *
   * @param next after how many lines there are more; empty when there are none
   */
  record LinesTrail(
      List<JournalTrail> journal, List<ItemMoveTrail> items, Optional<Integer> next) {}

  @GetMapping("/items/{id}")
  ItemTrail item(@AuthenticationPrincipal Actor actor, @PathVariable long id) {
    ItemId itemId = new ItemId(id);
    OpenItem item =
        Optional.ofNullable(items.find(actor.booksId(), List.of(itemId)).get(itemId))
            .orElseThrow(() -> new Refusal("not-found", "There is no such item."));
    Items.Origin origin = items.origin(actor.booksId(), itemId).orElseThrow();
    Map<CustomerId, Customer> byId = customers.byId(actor.booksId());
    List<MovementView> movements = new ArrayList<>();
    long open = 0;
    for (Postings.Moved moved : postings.movementsOf(itemId)) {
      open += moved.movement().openDelta();
      movements.add(
          new MovementView(
              moved.number().words(),
              moved.movement().kind().words(),
              moved.date(),
              moved.actor(),
              moved.postedAt(),
              moved.movement().totalDelta(),
              moved.movement().openDelta(),
              open));
    }
    return new ItemTrail(
        id,
        item.number(),
        item.kind().words(),
        item.customer().map(CustomerId::number),
        item.customer().map(c -> byId.get(c).name()).orElse(item.kind().words()),
        item.date(),
        item.due(),
        item.currency().getCurrencyCode(),
        item.totalMinor(),
        item.openMinor(),
        origin.extra(),
        origin.arrivalId().map(a -> source(actor, a, origin.line(), Optional.empty())),
        movements);
  }

  @GetMapping("/postings/{year}/{number}")
  PostingTrail posting(
      @AuthenticationPrincipal Actor actor, @PathVariable int year, @PathVariable int number) {
    long books = actor.booksId();
    Postings.Stored stored =
        postings.withoutLines(
            books, PostingNumber.of(year, number), m -> moneyLines.find(books, m).moneyIn());
    Map<CustomerId, Customer> byId = customers.byId(books);
    return new PostingTrail(
        stored.posting().number().words(),
        stored.posting().kind().words(),
        stored.posting().date(),
        stored.postedAt(),
        stored.actor(),
        stored.maker(),
        decisions.of(stored.id()).map(Decision::words).orElse(""),
        stored.posting().turnsBack().map(PostingNumber::words),
        stored.turnedBackBy().map(PostingNumber::words),
        returns(stored),
        stored.turnedBackBy().isPresent()
            ? Optional.empty()
            : stored
                .moneyIn()
                .flatMap(m -> receipts.returnedBy(List.of(m)))
                .map(PostingNumber::words),
        stored.posting().kind().isDecided()
            && stored.turnedBackBy().isEmpty()
            && actor.may(Right.POST),
        stored.moneyIn().map(m -> money(actor, moneyLines.find(books, m))),
        stored.arrivalId().map(a -> source(actor, a, Optional.empty(), Optional.empty())),
        stored.posting().tape().map(t -> tape(t, byId)).orElse(List.of()),
        lines(actor, year, number, 0));
  }

  /**
   * @param after so many lines of each kind, which are known already
   */
  @GetMapping("/postings/{year}/{number}/lines")
  LinesTrail lines(
      @AuthenticationPrincipal Actor actor,
      @PathVariable int year,
      @PathVariable int number,
      @RequestParam(defaultValue = "0") int after) {
    long books = actor.booksId();
    Postings.Part part =
        postings.part(books, PostingNumber.of(year, number), Math.max(0, after), PAGE);
    Map<CustomerId, Customer> byId = customers.byId(books);
    Map<String, LedgerAccount> accounts = charts.accounts(books);
    Map<ItemId, OpenItem> moved =
        items.find(books, part.movements().stream().map(ItemMovement::item).toList());
    return new LinesTrail(
        part.journal().stream().map(l -> journal(l, accounts, byId)).toList(),
        part.movements().stream().map(m -> move(m, moved.get(m.item()))).toList(),
        part.more() ? Optional.of(Math.max(0, after) + PAGE) : Optional.empty());
  }

  /**
   * All that happened with a customer.
   *
   * @param before where the page begins, as the page before said
   */
  @GetMapping("/customers/{id}")
  CustomerTimeline.TimelinePage customer(
      @AuthenticationPrincipal Actor actor,
      @PathVariable long id,
      @RequestParam Optional<Long> before) {
    return timeline.page(actor, id, before);
  }

  private List<String> returns(Postings.Stored stored) {
    List<MoneyInId> returned =
        stored.posting().tape().stream()
            .flatMap(t -> t.lines().stream())
            .flatMap(l -> l.returned().stream())
            .distinct()
            .toList();
    return claims.some(returned).values().stream().map(c -> c.number().words()).sorted().toList();
  }

  private static ItemMoveTrail move(ItemMovement movement, OpenItem item) {
    return new ItemMoveTrail(
        item.id().number(),
        item.number(),
        movement.kind().words(),
        item.currency().getCurrencyCode(),
        movement.openDelta());
  }

  private MoneyTrail money(Actor actor, MoneyLine line) {
    String account = line.cameInto(id -> accounts.one(actor.booksId(), id).shortName());
    return new MoneyTrail(
        line.moneyIn().id().number(),
        line.payer(),
        line.moneyIn().text(),
        line.moneyIn().bookingDate(),
        line.moneyIn().currency().getCurrencyCode(),
        line.moneyIn().amountMinor(),
        account,
        line.bankReference(),
        source(
            actor,
            line.arrivalId(),
            Optional.of(line.place()),
            Optional.of(line.bankReference())
                .filter(r -> !r.isBlank())
                .or(() -> Optional.of(line.payer()))));
  }

  private SourceView source(
      Actor actor, long arrivalId, Optional<Integer> line, Optional<String> near) {
    var arrival = arrivals.find(actor.booksId(), arrivalId);
    return new SourceView(arrivalId, arrival.fileName(), arrival.title(), line, near);
  }

  private static List<TapeLineTrail> tape(Tape tape, Map<CustomerId, Customer> byId) {
    boolean paidOut = tape.money().isPaidOut();
    return tape.lines().stream()
        .map(
            l ->
                new TapeLineTrail(
                    words(tape, l),
                    l.kind().side(paidOut),
                    l.amountMinor(),
                    l.item().map(ItemId::number),
                    l.customer()
                        .or(() -> l.item().flatMap(i -> tape.items().get(i).customer()))
                        .map(c -> byId.get(c).name())
                        .orElse("")))
        .toList();
  }

  private static String words(Tape tape, TapeLine line) {
    String kind = line.kind().words();
    String what =
        line.reason()
            .map(r -> line.kind().isOfReturn() ? r.words() + " " + kind : r.words())
            .orElse(kind);
    String item = line.item().map(i -> " " + tape.items().get(i).number()).orElse("");
    String account = line.account().map(a -> " " + a.code()).orElse("");
    String tax =
        line.tax()
            .map(t -> ", tax " + AmountText.words(t.minor(), tape.money().currency()))
            .orElse("");
    String note = line.note().isEmpty() ? "" : ", “" + line.note() + "”";
    String open = line.shortPay().map(s -> ", rest stays open: " + s.words()).orElse("");
    return what + item + account + tax + open + note;
  }

  private static JournalTrail journal(
      JournalLine line, Map<String, LedgerAccount> accounts, Map<CustomerId, Customer> byId) {
    return new JournalTrail(
        accounts.get(line.account().code()).number(),
        accounts.get(line.account().code()).name(),
        line.customer().map(c -> byId.get(c).name()).orElse(""),
        line.amount().currency().getCurrencyCode(),
        line.amount().minor());
  }
}
