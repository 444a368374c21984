package io.sumbrel.core.books;

import io.sumbrel.core.bank.BankStatement;
import io.sumbrel.core.bank.BatchDetail;
import io.sumbrel.core.chart.Chart;
import io.sumbrel.core.deposit.BroughtForward;
import io.sumbrel.core.deposit.CashCount;
import io.sumbrel.core.deposit.Deposit;
import io.sumbrel.core.deposit.DepositMember;
import io.sumbrel.core.deposit.PaymentMethod;
import io.sumbrel.core.deposit.Recorded;
import io.sumbrel.core.deposit.RecordedId;
import io.sumbrel.core.deposit.Slip;
import io.sumbrel.core.deposit.SlipLine;
import io.sumbrel.core.deposit.Tie;
import io.sumbrel.core.deposit.TieReason;
import io.sumbrel.core.difference.Authority;
import io.sumbrel.core.ledger.AccountCode;
import io.sumbrel.core.ledger.AccountUse;
import io.sumbrel.core.ledger.LedgerAccount;
import io.sumbrel.core.money.ExchangeRates;
import io.sumbrel.core.money.Money;
import io.sumbrel.core.openitem.ItemId;
import io.sumbrel.core.openitem.ListChoice;
import io.sumbrel.core.openitem.ListComparison;
import io.sumbrel.core.openitem.ListScope;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.openitem.OpenItemList;
import io.sumbrel.core.party.CustomerId;
import io.sumbrel.core.payout.Payout;
import io.sumbrel.core.payout.ProcessorAccounts;
import io.sumbrel.core.posting.BankBegins;
import io.sumbrel.core.posting.Event;
import io.sumbrel.core.posting.HandedIn;
import io.sumbrel.core.posting.ItemMovement;
import io.sumbrel.core.posting.ItemsRead;
import io.sumbrel.core.posting.PayoutPosted;
import io.sumbrel.core.posting.Posting;
import io.sumbrel.core.posting.PostingDate;
import io.sumbrel.core.posting.PostingNumber;
import io.sumbrel.core.posting.ReceiptsForward;
import io.sumbrel.core.posting.TakingsPosted;
import io.sumbrel.core.posting.TapePosted;
import io.sumbrel.core.posting.Tied;
import io.sumbrel.core.posting.TurnedBack;
import io.sumbrel.core.proof.BooksFacts;
import io.sumbrel.core.receipt.MoneyIn;
import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.core.receipt.PartsGiven;
import io.sumbrel.core.receipt.SetAside;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.core.rules.HouseLimits;
import io.sumbrel.core.takings.Takings;
import io.sumbrel.core.takings.TillReport;
import io.sumbrel.core.tape.DifferencesBefore;
import io.sumbrel.core.tape.LineKind;
import io.sumbrel.core.tape.ReturnedPayment;
import io.sumbrel.core.tape.Tape;
import io.sumbrel.core.tape.TapeFacts;
import io.sumbrel.core.tape.TapeLine;
import io.sumbrel.core.tape.TapeMoney;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.ArrayList;
import java.util.Collections;
import java.util.Currency;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * The whole ledger in memory: the acts of the job, each judged by the same rules and posted by the
 * same table as the stored books, so that long random walks run without a database. An act that is
 * refused changes nothing. Not safe for several threads.
 */
public final class Books {
  private final HouseLimits limits;
  private LocalDate businessDate;
  private Chart chart = Chart.STANDARD;
  private ExchangeRates rates = ExchangeRates.NONE;
  private final Map<String, CustomerId> customers = new HashMap<>();
  private final Map<ItemId, OpenItem> items = new LinkedHashMap<>();
  private final Map<String, ItemId> itemsByNumber = new HashMap<>();
  private final Imports imports = new Imports();
  private final Map<PostingNumber, Posting> postings = new LinkedHashMap<>();
  private final Map<Integer, Integer> lastNumber = new HashMap<>();
  private LocalDate closedUntil = LocalDate.EPOCH;
  private long nextItem = 1;

  public Books(HouseLimits limits, LocalDate businessDate) {
    this.limits = limits;
    this.businessDate = businessDate;
  }

  /** Goes on to a later day. */
  public void advanceTo(LocalDate day) {
    businessDate = day;
  }

  /** What currencies are worth, from now on. */
  public void know(ExchangeRates known) {
    rates = known;
  }

  /** A bank account begins here, with a balance. */
  public void beginAccount(String name, AccountCode code, LocalDate date, Money balance) {
    imports.beginAccount(name, new BooksFacts.Account(code, date, balance));
    chart = chart.with(new LedgerAccount(code, code.code(), name, AccountUse.BANK, false));
    append(BankBegins.of(code, balance, date));
  }

  /** Reads a list of open items; the choice decides rows whose open amounts differ. */
  public void readList(OpenItemList list, ListScope scope, ListChoice choice) {
    requireOpen(businessDate);
    Map<String, OpenItem> ours = new HashMap<>();
    itemsByNumber.forEach((number, id) -> ours.put(number, items.get(id)));
    ListComparison comparison = ListComparison.of(list, scope, ours);
    list.items().forEach(l -> customers.computeIfAbsent(l.customerNumber(), this::newCustomer));
    ItemsRead event =
        ItemsRead.of(
            comparison,
            row -> choice,
            new ItemsRead.Means(customers, nextNumber(businessDate), businessDate, this::nextItem));
    event.newItems().stream()
        .filter(i -> i.kind().isNamed())
        .forEach(i -> itemsByNumber.put(i.number(), i.id()));
    event.described().forEach(i -> items.put(i.id(), i));
    if (!event.movements().isEmpty()) {
      append(event);
    }
    imports.listRead(list);
  }

  private CustomerId newCustomer(String number) {
    return new CustomerId(customers.size() + 1L);
  }

  private ItemId nextItem() {
    return new ItemId(nextItem++);
  }

  /** Takes in what is new in a statement that adds up and follows what is read already. */
  public void readStatement(String accountName, BankStatement statement) {
    imports.readStatement(accountName, statement, this::requireOpen);
  }

  /** A deposit becomes known: those of its members that need a tape stand in the pile. */
  public RecordedId bringDeposit(Deposit deposit) {
    return imports.bringDeposit(deposit);
  }

  /** Receipts that were recorded before these books begin: handed in, and on hand. */
  public void bringForward(BroughtForward receipts) {
    imports.bringForward(receipts);
    append(ReceiptsForward.of(receipts, businessDate));
  }

  /** A sum of the bank is given the parts that it consists of, which count in its place. */
  public void giveParts(MoneyInId sum, BatchDetail batch) {
    MoneyIn whole = imports.unclaimed(sum).moneyIn();
    imports.giveParts(PartsGiven.of(whole, batch, imports::nextMoneyIn));
  }

  /** Takes a sum out of the day's work: nothing explains it until it is brought back. */
  public void setAside(SetAside one) {
    imports.setAside(one);
  }

  /** Brings a sum back that was set aside. */
  public void bringBack(MoneyInId sum) {
    imports.bringBack(sum);
  }

  /** The newest closing balance of an account, in minor units. */
  public long lastClosing(String accountName) {
    return imports.lastClosing(accountName);
  }

  /** Posts a tape on the day that {@link PostingDate} gives. */
  public PostingNumber post(MoneyInId id, List<TapeLine> lines, Authority authority) {
    BooksFacts.Entry entry = imports.unclaimed(id);
    LocalDate date = PostingDate.of(entry.moneyIn().bookingDate(), lastTurnedBack(id), closedUntil);
    Optional<AccountCode> account = Optional.of(entry.account());
    Tape tape = judged(TapeMoney.of(entry.moneyIn()), account, lines, authority);
    return append(posted(tape, account, date));
  }

  /**
   * Posts a tape without money: credits are used alone, are to be paid back, or money of nobody is
   * named.
   *
   * @param secondPerson whether another than its maker posts it
   */
  public PostingNumber useCredits(
      Currency currency, List<TapeLine> lines, Authority authority, boolean secondPerson) {
    TapeMoney none = TapeMoney.none(currency, businessDate);
    Tape tape = Tape.of(none, lines, facts(none, Optional.empty(), lines, authority, secondPerson));
    return append(posted(tape, Optional.empty(), businessDate));
  }

  /**
   * A receipt is taken in by hand, and explained with it; it stands on the account of its method
   * until the bank shows it.
   */
  public RecordedId record(
      DepositMember receipt,
      PaymentMethod method,
      Currency currency,
      List<TapeLine> lines,
      Authority authority) {
    MoneyIn money = receipt.toMoneyIn(imports.nextMoneyIn(), currency);
    LocalDate date = PostingDate.of(receipt.date(), Optional.empty(), closedUntil);
    Optional<AccountCode> holding = Optional.of(method.holding());
    Tape tape = judged(TapeMoney.of(money), holding, lines, authority);
    RecordedId id = imports.record(receipt, method.holding(), money);
    append(posted(tape, holding, date));
    return id;
  }

  /**
   * Keeps what a till reports of a day, and posts what was sold; an invoice that was paid at the
   * counter is to be placed.
   */
  public PostingNumber take(TillReport report, Authority authority) {
    report.requireWellformed();
    requireOpen(report.day());
    List<Takings.Receipt> receipts = new ArrayList<>();
    List<Runnable> keep = new ArrayList<>();
    for (TillReport.Kept kept : report.kept(chart)) {
      DepositMember member = kept.member(report);
      MoneyIn money = member.toMoneyIn(imports.nextMoneyIn(), report.currency());
      AccountCode holding = kept.method().holding();
      keep.add(() -> imports.record(member, holding, money));
      if (kept.isForSales()) {
        receipts.add(new Takings.Receipt(money.id(), holding, money.amountMinor()));
      }
    }
    Takings takings = Takings.of(report, receipts, chart, true);
    takings.requireWithin(limits.differences(), authority, 0);
    keep.forEach(Runnable::run);
    return append(TakingsPosted.of(takings, report.day()));
  }

  private Tape judged(
      TapeMoney money, Optional<AccountCode> standsOn, List<TapeLine> lines, Authority authority) {
    return Tape.of(money, lines, facts(money, standsOn, lines, authority, false));
  }

  private TapeFacts facts(
      TapeMoney money,
      Optional<AccountCode> standsOn,
      List<TapeLine> lines,
      Authority authority,
      boolean secondPerson) {
    Map<ItemId, OpenItem> named = new HashMap<>();
    lines.forEach(l -> l.item().ifPresent(i -> named.computeIfAbsent(i, items::get)));
    return new TapeFacts(
        named,
        standsOn,
        chart,
        limits,
        List.of(),
        named.values().stream()
            .map(OpenItem::currency)
            .distinct()
            .flatMap(c -> rates.on(c, money.currency(), money.date()).stream())
            .toList(),
        authority,
        secondPerson,
        DifferencesBefore.NONE,
        receiptsOf(lines));
  }

  private Map<MoneyInId, ReturnedPayment> receiptsOf(List<TapeLine> lines) {
    Map<MoneyInId, ReturnedPayment> receipts = new HashMap<>();
    for (TapeLine line : lines) {
      line.returned().flatMap(this::receipt).ifPresent(r -> receipts.put(r.money(), r));
    }
    return receipts;
  }

  /** A sum that came in and is explained by a tape, with what of it was returned already. */
  public Optional<ReturnedPayment> receipt(MoneyInId id) {
    return imports
        .explanation(id)
        .map(postings::get)
        .filter(p -> p.tape().filter(t -> !t.money().isPaidOut()).isPresent())
        .map(
            p ->
                new ReturnedPayment(
                    p.tape().orElseThrow(),
                    creditsOf(p),
                    usesOf(creditsOf(p)),
                    returnedOf(id).map(Returned::line).toList()));
  }

  private List<OpenItem> creditsOf(Posting posting) {
    return posting.movements().stream()
        .filter(m -> m.kind() == ItemMovement.Kind.STAYS_AS_CREDIT)
        .map(m -> items.get(m.item()))
        .toList();
  }

  /** The lines of each tape that used some credits and stands, the last first. */
  private List<List<TapeLine>> usesOf(List<OpenItem> credits) {
    Set<ItemId> ids = credits.stream().map(OpenItem::id).collect(Collectors.toSet());
    List<List<TapeLine>> uses =
        standing()
            .flatMap(p -> p.tape().stream())
            .map(Tape::lines)
            .filter(
                lines ->
                    lines.stream()
                        .filter(l -> l.kind() == LineKind.CREDIT_USED)
                        .anyMatch(l -> ids.contains(l.item().orElseThrow())))
            .collect(Collectors.toCollection(ArrayList::new));
    Collections.reverse(uses);
    return uses;
  }

  private Stream<Posting> standing() {
    Set<PostingNumber> turnedBack =
        postings.values().stream().flatMap(p -> p.turnsBack().stream()).collect(Collectors.toSet());
    return postings.values().stream().filter(p -> !turnedBack.contains(p.number()));
  }

  /** A line that undoes a part of a receipt, and stands. */
  private record Returned(PostingNumber by, TapeLine line) {}

  private Stream<Returned> returnedOf(MoneyInId id) {
    return standing()
        .flatMap(
            p ->
                p.tape().stream()
                    .flatMap(t -> t.lines().stream())
                    .map(l -> new Returned(p.number(), l)))
        .filter(r -> r.line().returned().equals(Optional.of(id)));
  }

  private TapePosted posted(Tape tape, Optional<AccountCode> account, LocalDate date) {
    return TapePosted.of(tape, account, nextNumber(date), date, this::nextItem);
  }

  /**
   * Ties what was recorded to entries of the bank.
   *
   * @param corrected the item that a wrongly read cheque among the recorded paid
   */
  public PostingNumber tie(
      List<MoneyInId> shown,
      List<RecordedId> recorded,
      Optional<TieReason> reason,
      Optional<ItemId> corrected,
      Authority authority) {
    List<Tie.Shown> entries =
        shown.stream()
            .map(imports::unclaimed)
            .map(e -> new Tie.Shown(e.moneyIn(), e.account()))
            .toList();
    List<Recorded> records = recorded.stream().map(imports::untied).toList();
    Optional<Tie.Paid> paid =
        corrected.map(i -> new Tie.Paid(items.get(i), paidByMembers(recorded, i)));
    Tie tie = Tie.of(entries, records, reason, paid);
    Optional<LocalDate> free =
        shown.stream().flatMap(id -> lastTurnedBack(id).stream()).max(LocalDate::compareTo);
    LocalDate date = PostingDate.of(Tie.lastDay(entries, records), free, closedUntil);
    tie.requireWithin(
        limits.differences(), authority, givenByTies(tie.bank(), reason, YearMonth.from(date)));
    return append(Tied.of(tie, date));
  }

  /** What the receipts of some records have placed on an item. */
  private long paidByMembers(List<RecordedId> recorded, ItemId item) {
    return recorded.stream()
        .flatMap(this::receiptsOf)
        .flatMap(imports::moneyOf)
        .flatMap(m -> imports.explanation(m).stream())
        .distinct()
        .flatMap(n -> postings.get(n).movements().stream())
        .filter(m -> m.item().equals(item) && m.kind() == ItemMovement.Kind.PLACED)
        .mapToLong(m -> -m.openDelta())
        .sum();
  }

  /** The receipts that lie on a slip; anything else is its own. */
  private Stream<RecordedId> receiptsOf(RecordedId recorded) {
    return postings.values().stream()
        .flatMap(p -> p.slip().stream())
        .filter(s -> s.id().equals(recorded))
        .findFirst()
        .map(s -> s.receipts().stream().map(Tie.Record::id))
        .orElse(Stream.of(recorded));
  }

  /**
   * Hands a slip in.
   *
   * @param countedMinor all that is handed in, counted
   * @param bank into which it goes
   */
  public RecordedId handIn(
      List<RecordedId> receipts,
      List<SlipLine> lines,
      long countedMinor,
      AccountCode bank,
      Currency currency,
      Authority authority) {
    RecordedId id = imports.nextRecorded();
    requireOpen(businessDate);
    Slip slip =
        Slip.of(
            new Slip.Filled(
                id,
                String.format("%04d", id.number()),
                businessDate,
                bank,
                currency,
                receipts.stream().map(imports::kept).toList(),
                lines,
                CashCount.NONE,
                Optional.of(countedMinor)),
            true);
    slip.requireWithin(limits.differences(), authority, 0);
    imports.handIn(slip, businessDate, append(HandedIn.of(slip, businessDate)));
    return id;
  }

  /**
   * Posts with a payout what the processor kept of it, and sales that pay no item or were recorded
   * before.
   *
   * @param sales rows that go to the accounts of the processor
   * @param known sales that are these receipts
   */
  public PostingNumber postPayout(
      RecordedId id, List<MoneyInId> sales, Map<MoneyInId, RecordedId> known) {
    BooksFacts.Deposit deposit = imports.payout(id);
    List<Payout.Row> rows = new ArrayList<>();
    deposit.members().stream()
        .filter(m -> m.moneyIn().isEmpty() || sales.contains(m.moneyIn().get()))
        .forEach(m -> rows.add(row(m)));
    List<Payout.Known> before = new ArrayList<>();
    deposit.members().stream()
        .filter(m -> m.moneyIn().filter(known::containsKey).isPresent())
        .forEach(
            m -> {
              Recorded receipt = imports.untied(known.get(m.moneyIn().get()));
              before.add(
                  new Payout.Known(
                      List.of(row(m)),
                      List.of(
                          new Tie.Record(
                              receipt.id(), receipt.standsOn(), receipt.amountMinor()))));
            });
    rows.forEach(r -> r.money().ifPresent(imports::unclaimed));
    known.keySet().forEach(imports::unclaimed);
    requireOpen(businessDate);
    Payout payout =
        Payout.of(
            new Payout.Filled(
                id, deposit.words(), deposit.currency(), deposit.clearing(), rows, before),
            ProcessorAccounts.STANDARD,
            chart,
            businessDate);
    PostingNumber number = append(PayoutPosted.of(payout, businessDate));
    imports.post(id, Optional.of(number));
    return number;
  }

  private static Payout.Row row(BooksFacts.Member member) {
    return new Payout.Row(
        member.kind(), "", member.moneyIn(), member.amountMinor(), Optional.empty());
  }

  private long givenByTies(AccountCode bank, Optional<TieReason> reason, YearMonth month) {
    Set<PostingNumber> turnedBack = new HashSet<>();
    postings.values().forEach(p -> p.turnsBack().ifPresent(turnedBack::add));
    return postings.values().stream()
        .filter(p -> YearMonth.from(p.date()).equals(month) && !turnedBack.contains(p.number()))
        .flatMap(p -> p.tie().stream())
        .filter(t -> t.bank().equals(bank) && t.reason().equals(reason))
        .mapToLong(t -> Math.abs(t.differenceMinor()))
        .sum();
  }

  /** Turns a posted tape or tie back; what it explained is to be explained again. */
  public PostingNumber turnBack(PostingNumber number) {
    Posting original = postings.get(number);
    boolean done =
        postings.values().stream().anyMatch(p -> p.turnsBack().equals(Optional.of(number)));
    if (done) {
      throw new Refusal("turned-back", number.words() + " is turned back already.");
    }
    Optional<PostingNumber> returnedBy =
        original.claims().money().stream().flatMap(this::returnedOf).map(Returned::by).findFirst();
    TurnedBack contra = TurnedBack.of(original, items, businessDate, returnedBy);
    requireOpen(contra.date());
    original.slip().ifPresent(imports::takeBack);
    PostingNumber by = append(contra);
    original.payout().ifPresent(p -> imports.post(p.id(), Optional.empty()));
    return by;
  }

  /** Closes all months up to a day: nothing is posted on or before it any more. */
  public void closeUntil(LocalDate day) {
    closedUntil = day;
  }

  public List<OpenItem> items() {
    return List.copyOf(items.values());
  }

  public List<Posting> postings() {
    return List.copyOf(postings.values());
  }

  public List<BooksFacts.Entry> entries() {
    return imports.entries();
  }

  /** All facts, for the proof. The record of acts is kept by the stored books alone. */
  public BooksFacts facts() {
    return imports.facts(items(), postings());
  }

  private void requireOpen(LocalDate date) {
    if (!date.isAfter(closedUntil)) {
      throw new Refusal("closed-month", date + " lies in a closed month.");
    }
  }

  /** The day on which the last explanation of a sum was turned back. */
  private Optional<LocalDate> lastTurnedBack(MoneyInId id) {
    return postings.values().stream()
        .filter(
            p ->
                p.turnsBack()
                    .map(postings::get)
                    .filter(original -> original.claims().money().contains(id))
                    .isPresent())
        .map(Posting::date)
        .max(LocalDate::compareTo);
  }

  private void move(ItemMovement movement) {
    items.compute(
        movement.item(), (id, item) -> item.moved(movement.totalDelta(), movement.openDelta()));
  }

  private PostingNumber nextNumber(LocalDate date) {
    return new PostingNumber(date.getYear(), lastNumber.getOrDefault(date.getYear(), 0) + 1);
  }

  /** The one way into the books: an event's number, and all that it does. */
  private PostingNumber append(Event event) {
    requireOpen(event.date());
    PostingNumber number = nextNumber(event.date());
    lastNumber.put(number.year(), number.number());
    event.newItems().forEach(i -> items.put(i.id(), i));
    event.movements().forEach(this::move);
    imports.claim(event.frees(), Optional.empty());
    imports.claim(event.claims(), Optional.of(number));
    postings.put(number, Posting.of(number, event));
    return number;
  }
}
