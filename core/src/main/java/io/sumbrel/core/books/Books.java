package io.sumbrel.core.books;

import io.sumbrel.core.bank.AccountHistory;
import io.sumbrel.core.bank.Balance;
import io.sumbrel.core.bank.BankStatement;
import io.sumbrel.core.bank.Continuation;
import io.sumbrel.core.bank.StatementEntry;
import io.sumbrel.core.deposit.Deposit;
import io.sumbrel.core.deposit.DepositMember;
import io.sumbrel.core.deposit.MemberKind;
import io.sumbrel.core.difference.Authority;
import io.sumbrel.core.ledger.AccountCode;
import io.sumbrel.core.ledger.JournalEntry;
import io.sumbrel.core.money.Money;
import io.sumbrel.core.openitem.ItemId;
import io.sumbrel.core.openitem.ItemKind;
import io.sumbrel.core.openitem.ListChoice;
import io.sumbrel.core.openitem.ListComparison;
import io.sumbrel.core.openitem.ListScope;
import io.sumbrel.core.openitem.ListedItem;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.openitem.OpenItemList;
import io.sumbrel.core.party.CustomerId;
import io.sumbrel.core.posting.ItemMovement;
import io.sumbrel.core.posting.ListReading;
import io.sumbrel.core.posting.Posting;
import io.sumbrel.core.posting.PostingDate;
import io.sumbrel.core.posting.PostingKind;
import io.sumbrel.core.posting.PostingNumber;
import io.sumbrel.core.posting.PostingTable;
import io.sumbrel.core.posting.TapePosting;
import io.sumbrel.core.posting.TurnBack;
import io.sumbrel.core.proof.BooksFacts;
import io.sumbrel.core.receipt.MoneyIn;
import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.core.rules.HouseLimits;
import io.sumbrel.core.tape.DifferencesBefore;
import io.sumbrel.core.tape.Tape;
import io.sumbrel.core.tape.TapeFacts;
import io.sumbrel.core.tape.TapeLine;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * The whole ledger in memory: the acts of the job, each judged by the same rules and posted by the
 * same table as the stored books, so that long random walks run without a database. An act that is
 * refused changes nothing. Not safe for several threads.
 */
public final class Books {
  private final HouseLimits limits;
  private LocalDate businessDate;
  private final Map<String, CustomerId> customers = new HashMap<>();
  private final Map<ItemId, OpenItem> items = new LinkedHashMap<>();
  private final Map<String, ItemId> itemsByNumber = new HashMap<>();
  private final Map<String, BooksFacts.Account> accounts = new LinkedHashMap<>();
  private final List<BooksFacts.Statement> statements = new ArrayList<>();
  private final Map<MoneyInId, BooksFacts.Entry> entries = new LinkedHashMap<>();
  private final Map<PostingNumber, Posting> postings = new LinkedHashMap<>();
  private final List<BooksFacts.Deposit> deposits = new ArrayList<>();
  private final List<BooksFacts.Intake> intakes = new ArrayList<>();
  private final Map<Integer, Integer> lastNumber = new HashMap<>();
  private LocalDate closedUntil = LocalDate.EPOCH;
  private long nextItem = 1;
  private long nextMoneyIn = 1;

  public Books(HouseLimits limits, LocalDate businessDate) {
    this.limits = limits;
    this.businessDate = businessDate;
  }

  /** Goes on to a later day. */
  public void advanceTo(LocalDate day) {
    businessDate = day;
  }

  /** A bank account begins here, with a balance. */
  public void beginAccount(String name, AccountCode code, LocalDate date, Money balance) {
    accounts.put(name, new BooksFacts.Account(code, date, balance));
    append(PostingKind.BANK_BEGINS, PostingTable.bankBegins(code, balance, date), List.of());
  }

  /** Reads a list of open items; the choice decides rows whose open amounts differ. */
  public void readList(OpenItemList list, ListScope scope, ListChoice choice) {
    Map<String, OpenItem> ours = new HashMap<>();
    itemsByNumber.forEach((number, id) -> ours.put(number, items.get(id)));
    ListComparison comparison = ListComparison.of(list, scope, ours);
    ListReading reading = ListReading.of(comparison, row -> choice);
    PostingNumber number = nextNumber(businessDate);
    List<ItemMovement> movements = new ArrayList<>();
    List<PostingTable.ReceivablesMove> moves = new ArrayList<>();
    for (ListReading.Effect effect : reading.effects()) {
      apply(effect, number, movements, moves);
    }
    if (!movements.isEmpty()) {
      append(PostingKind.ITEMS_READ, PostingTable.itemsRead(moves, businessDate), movements);
    }
    long sum = list.items().stream().mapToLong(ListedItem::openMinor).sum();
    intakes.add(
        new BooksFacts.Intake(
            "list", list.items().size(), sum, list.items().size(), sum, 0, 0, 0, 0));
  }

  /** A deposit becomes known: those of its members that need a tape stand in the pile. */
  public void bringDeposit(Deposit deposit) {
    List<BooksFacts.Member> members = new ArrayList<>();
    for (DepositMember member : deposit.members()) {
      Optional<MoneyInId> id = Optional.empty();
      if (member.kind().explained() == MemberKind.Explained.BY_A_TAPE) {
        MoneyIn money = member.toMoneyIn(new MoneyInId(nextMoneyIn++), deposit.currency());
        AccountCode stands = deposit.kind().clearing().code();
        entries.put(money.id(), new BooksFacts.Entry(stands, money, Optional.empty()));
        id = Optional.of(money.id());
      }
      members.add(
          new BooksFacts.Member(member.kind(), deposit.currency(), member.amountMinor(), id));
    }
    deposits.add(
        new BooksFacts.Deposit(
            deposit.words(),
            deposit.kind(),
            deposit.currency(),
            deposit.netMinor(),
            members,
            Optional.empty()));
  }

  private void apply(
      ListReading.Effect effect,
      PostingNumber number,
      List<ItemMovement> movements,
      List<PostingTable.ReceivablesMove> moves) {
    OpenItem before = effect.ours().orElseGet(() -> firstSeen(effect.listed().orElseThrow()));
    OpenItem after =
        items.getOrDefault(before.id(), before).moved(effect.totalDelta(), effect.openDelta());
    items.put(after.id(), after);
    itemsByNumber.put(after.number(), after.id());
    movements.add(
        new ItemMovement(after.id(), effect.kind(), effect.totalDelta(), effect.openDelta()));
    CustomerId customer = after.customer().orElseThrow();
    moves.add(
        new PostingTable.ReceivablesMove(
            customer, Money.ofMinor(after.currency(), effect.openDelta())));
    if (effect.excessMinor() > 0) {
      OpenItem credit = creditFor(after, number, effect.excessMinor());
      items.put(credit.id(), credit);
      movements.add(TapePosting.stays(credit));
      moves.add(
          new PostingTable.ReceivablesMove(
              customer, Money.ofMinor(credit.currency(), credit.openMinor())));
    }
  }

  private OpenItem firstSeen(ListedItem listed) {
    CustomerId customer =
        customers.computeIfAbsent(
            listed.customerNumber(), n -> new CustomerId(customers.size() + 1L));
    return new OpenItem(
        new ItemId(nextItem++),
        listed.kind(),
        Optional.of(customer),
        listed.number(),
        listed.date(),
        listed.due(),
        listed.currency(),
        0,
        0,
        listed.taxMinor(),
        listed.orderNumber(),
        listed.terms());
  }

  private OpenItem creditFor(OpenItem item, PostingNumber number, long excessMinor) {
    return new OpenItem(
        new ItemId(nextItem++),
        ItemKind.ON_ACCOUNT,
        item.customer(),
        number.words() + " " + item.number(),
        businessDate,
        Optional.empty(),
        item.currency(),
        -excessMinor,
        -excessMinor,
        Optional.empty(),
        Optional.empty(),
        Optional.empty());
  }

  /** Takes in what is new in a statement that adds up and follows what is read already. */
  public void readStatement(String accountName, BankStatement statement) {
    BooksFacts.Account account = accounts.get(accountName);
    statement.requireAddsUp();
    Continuation reading = Continuation.of(statement, history(account));
    for (StatementEntry entry : reading.fresh()) {
      requireOpen(entry.bookingDate());
    }
    for (StatementEntry entry : reading.fresh()) {
      MoneyInId id = new MoneyInId(nextMoneyIn++);
      MoneyIn moneyIn =
          new MoneyIn(
                  id,
                  statement.currency(),
                  entry.amountMinor(),
                  entry.bookingDate(),
                  entry.payerName(),
                  entry.payerAccount(),
                  String.join("\n", entry.text()),
                  entry.references())
              .stating(entry.details());
      entries.put(id, new BooksFacts.Entry(account.code(), moneyIn, Optional.empty()));
    }
    Balance closing = statement.frame().closing().orElseThrow();
    statements.add(
        new BooksFacts.Statement(
            account.code(), closing.date(), reading.freshMinor(), Optional.of(closing.minor())));
    List<StatementEntry> held = reading.held();
    long heldMinor = held.stream().mapToLong(StatementEntry::amountMinor).sum();
    long sum = statement.movedMinor();
    long count = statement.bookedCount();
    int fresh = reading.fresh().size();
    intakes.add(
        new BooksFacts.Intake(
            "statement",
            count,
            sum,
            fresh,
            reading.freshMinor(),
            count - fresh - held.size(),
            sum - reading.freshMinor() - heldMinor,
            held.size(),
            heldMinor));
  }

  private AccountHistory history(BooksFacts.Account account) {
    List<AccountHistory.Known> known =
        entries.values().stream()
            .filter(e -> e.account().equals(account.code()))
            .map(BooksFacts.Entry::moneyIn)
            .map(m -> new AccountHistory.Known(m.bookingDate(), m.amountMinor(), "", m.text()))
            .toList();
    return new AccountHistory(
        account.beginsOn(), lastDay(account), lastClosing(account), known, List.of(), List.of());
  }

  /** Posts a tape on the day that {@link PostingDate} gives. */
  public PostingNumber post(MoneyInId id, List<TapeLine> lines, Authority authority) {
    BooksFacts.Entry entry = entries.get(id);
    entry
        .explanation()
        .ifPresent(
            n -> {
              throw new Refusal("claimed", "This sum is explained already, by " + n.words() + ".");
            });
    LocalDate date = PostingDate.of(entry.moneyIn().bookingDate(), lastTurnedBack(id), closedUntil);
    TapeFacts facts = new TapeFacts(items, limits, List.of(), authority, DifferencesBefore.NONE);
    Tape judged = Tape.of(entry.moneyIn(), lines, facts);
    Map<ItemId, OpenItem> named = new HashMap<>();
    lines.forEach(l -> l.item().ifPresent(i -> named.put(i, items.get(i))));
    Tape tape = new Tape(judged.moneyIn(), judged.lines(), named, judged.agreed());
    PostingNumber number = nextNumber(date);
    TapePosting effect = TapePosting.of(tape, number, date, () -> new ItemId(nextItem++));
    effect.newCredits().forEach(c -> items.put(c.id(), c));
    effect.movements().stream()
        .filter(m -> m.kind() == ItemMovement.Kind.PLACED)
        .forEach(this::move);
    JournalEntry journal = PostingTable.tape(tape, entry.account(), date);
    append(PostingKind.TAPE, journal, effect.movements(), Optional.of(tape), Optional.empty());
    entries.put(id, new BooksFacts.Entry(entry.account(), entry.moneyIn(), Optional.of(number)));
    return number;
  }

  /** Turns a posted tape back; the money returns to the pile. */
  public PostingNumber turnBack(PostingNumber number) {
    Posting original = postings.get(number);
    boolean done =
        postings.values().stream().anyMatch(p -> p.turnsBack().equals(Optional.of(number)));
    if (done) {
      throw new Refusal("turned-back", number.words() + " is turned back already.");
    }
    TurnBack contra = TurnBack.of(original, items, businessDate);
    requireOpen(contra.entry().date());
    contra.movements().forEach(this::move);
    MoneyInId id = original.tape().orElseThrow().moneyIn().id();
    BooksFacts.Entry entry = entries.get(id);
    entries.put(id, new BooksFacts.Entry(entry.account(), entry.moneyIn(), Optional.empty()));
    return append(
        PostingKind.TURNED_BACK,
        contra.entry(),
        contra.movements(),
        Optional.empty(),
        Optional.of(number));
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
    return List.copyOf(entries.values());
  }

  /** All facts, for the proof. The record of acts is kept by the stored books alone. */
  public BooksFacts facts() {
    return new BooksFacts(
        List.copyOf(accounts.values()),
        statements,
        entries(),
        List.of(),
        deposits,
        List.of(),
        items(),
        postings(),
        intakes,
        List.of());
  }

  /** The newest closing balance of an account, in minor units. */
  public long lastClosing(String accountName) {
    return lastClosing(accounts.get(accountName));
  }

  private long lastClosing(BooksFacts.Account account) {
    return statements.stream()
        .filter(s -> s.account().equals(account.code()))
        .reduce((a, b) -> b)
        .flatMap(BooksFacts.Statement::closingMinor)
        .orElse(account.beginsWith().minor());
  }

  private LocalDate lastDay(BooksFacts.Account account) {
    return statements.stream()
        .filter(s -> s.account().equals(account.code()))
        .reduce((a, b) -> b)
        .map(BooksFacts.Statement::closingDate)
        .orElse(account.beginsOn().minusDays(1));
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
                    .flatMap(Posting::tape)
                    .filter(t -> t.moneyIn().id().equals(id))
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

  private PostingNumber append(PostingKind kind, JournalEntry entry, List<ItemMovement> movements) {
    return append(kind, entry, movements, Optional.empty(), Optional.empty());
  }

  private PostingNumber append(
      PostingKind kind,
      JournalEntry entry,
      List<ItemMovement> movements,
      Optional<Tape> tape,
      Optional<PostingNumber> turnsBack) {
    PostingNumber number = nextNumber(entry.date());
    lastNumber.put(number.year(), number.number());
    postings.put(number, new Posting(number, kind, entry, movements, tape, turnsBack));
    return number;
  }
}
