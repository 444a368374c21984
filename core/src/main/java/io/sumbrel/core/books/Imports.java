package io.sumbrel.core.books;

import io.sumbrel.core.bank.AccountHistory;
import io.sumbrel.core.bank.Balance;
import io.sumbrel.core.bank.BankStatement;
import io.sumbrel.core.bank.Continuation;
import io.sumbrel.core.bank.StatementEntry;
import io.sumbrel.core.deposit.BankedDeposit;
import io.sumbrel.core.deposit.BroughtForward;
import io.sumbrel.core.deposit.Deposit;
import io.sumbrel.core.deposit.DepositKind;
import io.sumbrel.core.deposit.DepositMember;
import io.sumbrel.core.deposit.MemberKind;
import io.sumbrel.core.deposit.Recorded;
import io.sumbrel.core.deposit.RecordedId;
import io.sumbrel.core.deposit.Slip;
import io.sumbrel.core.ledger.AccountCode;
import io.sumbrel.core.openitem.ListedItem;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.openitem.OpenItemList;
import io.sumbrel.core.posting.Claimed;
import io.sumbrel.core.posting.Posting;
import io.sumbrel.core.posting.PostingNumber;
import io.sumbrel.core.proof.AuditTrail;
import io.sumbrel.core.proof.BooksFacts;
import io.sumbrel.core.receipt.MoneyIn;
import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.core.receipt.PartsGiven;
import io.sumbrel.core.receipt.SetAside;
import io.sumbrel.core.refusal.Refusal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Currency;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import java.util.stream.Stream;

/** What came in from outside, and by which posting each of it is explained. */
final class Imports {
  private final Map<String, BooksFacts.Account> accounts = new LinkedHashMap<>();
  private final List<BooksFacts.Statement> statements = new ArrayList<>();
  private final Map<MoneyInId, BooksFacts.Entry> entries = new LinkedHashMap<>();
  private final Map<MoneyInId, BooksFacts.Entry> detailed = new LinkedHashMap<>();
  private final Map<MoneyInId, SetAside> setAside = new HashMap<>();
  private final Map<RecordedId, BooksFacts.Deposit> deposits = new LinkedHashMap<>();
  private final Map<RecordedId, BooksFacts.OnHand> onHand = new LinkedHashMap<>();
  private final Map<RecordedId, Recorded> recorded = new HashMap<>();
  private final Map<RecordedId, PostingNumber> ties = new HashMap<>();
  private final Map<RecordedId, PostingNumber> posted = new HashMap<>();
  private final List<BooksFacts.Intake> intakes = new ArrayList<>();
  private long nextMoneyIn = 1;
  private long nextRecorded = 1;

  void beginAccount(String name, BooksFacts.Account account) {
    accounts.put(name, account);
  }

  void listRead(OpenItemList list) {
    long sum = list.items().stream().mapToLong(ListedItem::openMinor).sum();
    int count = list.items().size();
    intakes.add(new BooksFacts.Intake("list", count, sum, count, sum, 0, 0, 0, 0));
  }

  RecordedId bringDeposit(Deposit deposit) {
    List<BooksFacts.Member> members = new ArrayList<>();
    for (DepositMember member : deposit.members()) {
      Optional<MoneyInId> id = Optional.empty();
      if (member.kind().explained() == MemberKind.Explained.BY_A_TAPE) {
        MoneyIn money = member.toMoneyIn(nextMoneyIn(), deposit.currency());
        AccountCode stands = deposit.kind().clearing().code();
        entries.put(money.id(), new BooksFacts.Entry(stands, money, Optional.empty()));
        id = Optional.of(money.id());
      }
      members.add(
          new BooksFacts.Member(member.kind(), deposit.currency(), member.amountMinor(), id));
    }
    return keep(deposit, members);
  }

  void bringForward(BroughtForward receipts) {
    for (BankedDeposit banked : receipts.banked()) {
      Deposit slip = banked.deposit();
      keep(
          slip,
          slip.members().stream()
              .map(
                  m ->
                      new BooksFacts.Member(
                          m.kind(), slip.currency(), m.amountMinor(), Optional.empty()))
              .toList());
    }
    for (BroughtForward.OnHand receipt : receipts.onHand()) {
      RecordedId id = nextRecorded();
      DepositMember member = receipt.receipt();
      keepOnHand(id, member, member.kind().onHand().code(), receipt.currency(), Optional.empty());
    }
  }

  /** The id under which a sum will be explained. */
  MoneyInId nextMoneyIn() {
    return new MoneyInId(nextMoneyIn++);
  }

  /** A receipt that was taken in by hand; it is on hand until it is tied. */
  RecordedId record(DepositMember receipt, AccountCode holding, MoneyIn money) {
    entries.put(money.id(), new BooksFacts.Entry(holding, money, Optional.empty()));
    RecordedId id = nextRecorded();
    keepOnHand(id, receipt, holding, money.currency(), Optional.of(money.id()));
    return id;
  }

  /** The id under which a record will be known. */
  RecordedId nextRecorded() {
    return new RecordedId(nextRecorded++);
  }

  /**
   * A receipt that is kept and may go on a slip.
   *
   * @throws Refusal {@code claimed}, {@code not-explained}
   */
  Slip.Kept kept(RecordedId id) {
    Recorded receipt = untied(id);
    BooksFacts.OnHand kept = onHand.get(id);
    if (kept.moneyIn().filter(m -> explanation(m).isEmpty()).isPresent()) {
      throw Slip.notExplained(receipt.words());
    }
    return new Slip.Kept(
        id,
        kept.kind(),
        kept.standsOn(),
        kept.currency(),
        receipt.date(),
        kept.amountMinor(),
        receipt.words());
  }

  /** The sums of a deposit's members, or of a receipt on hand, that are explained by themselves. */
  Stream<MoneyInId> moneyOf(RecordedId id) {
    return Stream.concat(
        Optional.ofNullable(onHand.get(id)).flatMap(BooksFacts.OnHand::moneyIn).stream(),
        Optional.ofNullable(deposits.get(id)).stream()
            .flatMap(d -> d.members().stream())
            .flatMap(m -> m.moneyIn().stream()));
  }

  /** A slip was handed in: it waits for the bank now. */
  void handIn(Slip slip, LocalDate date, PostingNumber by) {
    AccountCode clearing = DepositKind.SLIP.clearing().code();
    recorded.put(
        slip.id(),
        new Recorded(
            slip.id(),
            DepositKind.SLIP,
            clearing,
            slip.currency(),
            Optional.empty(),
            slip.number(),
            date,
            slip.netMinor(),
            slip.words(),
            Set.of()));
    deposits.put(
        slip.id(),
        new BooksFacts.Deposit(
            slip.id(),
            slip.words(),
            DepositKind.SLIP,
            clearing,
            slip.currency(),
            slip.netMinor(),
            List.of(),
            Optional.of(by),
            Optional.empty(),
            Optional.empty(),
            Optional.empty()));
  }

  /**
   * A slip is on hand again, receipt by receipt.
   *
   * @throws Refusal {@code tied-since}
   */
  void takeBack(Slip slip) {
    if (ties.containsKey(slip.id())) {
      throw slip.tiedSince(ties.get(slip.id()).words());
    }
    recorded.remove(slip.id());
    deposits.remove(slip.id());
  }

  /**
   * A payout whose rows may be posted with it.
   *
   * @throws Refusal {@code claimed} when it is posted already
   */
  BooksFacts.Deposit payout(RecordedId id) {
    if (posted.containsKey(id)) {
      throw new Refusal("claimed", "It is posted already, by " + posted.get(id).words() + ".");
    }
    return deposits.get(id);
  }

  /** What the processor kept of a payout is in the books now; empty when it is so no more. */
  void post(RecordedId payout, Optional<PostingNumber> by) {
    by.ifPresentOrElse(n -> posted.put(payout, n), () -> posted.remove(payout));
  }

  private void keepOnHand(
      RecordedId id,
      DepositMember receipt,
      AccountCode standsOn,
      Currency currency,
      Optional<MoneyInId> money) {
    recorded.put(id, recorded(id, standsOn, currency, receipt));
    onHand.put(
        id,
        new BooksFacts.OnHand(
            id,
            receipt.kind(),
            standsOn,
            currency,
            receipt.amountMinor(),
            money,
            Optional.empty()));
  }

  private RecordedId keep(Deposit deposit, List<BooksFacts.Member> members) {
    RecordedId id = nextRecorded();
    recorded.put(id, recorded(id, deposit));
    deposits.put(
        id,
        new BooksFacts.Deposit(
            id,
            deposit.words(),
            deposit.kind(),
            deposit.kind().clearing().code(),
            deposit.currency(),
            deposit.netMinor(),
            members,
            Optional.empty(),
            Optional.empty(),
            Optional.empty(),
            Optional.empty()));
    return id;
  }

  void readStatement(String accountName, BankStatement statement, Consumer<LocalDate> requireOpen) {
    BooksFacts.Account account = accounts.get(accountName);
    statement.requireAddsUp();
    Continuation reading = Continuation.of(statement, history(account));
    for (StatementEntry entry : reading.fresh()) {
      requireOpen.accept(entry.bookingDate());
    }
    for (StatementEntry entry : reading.fresh()) {
      MoneyInId id = nextMoneyIn();
      MoneyIn moneyIn =
          MoneyIn.booked(id, entry, statement.currency(), entry.bookingDate(), number(account));
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

  private static long number(BooksFacts.Account account) {
    return Long.parseLong(account.code().code());
  }

  void giveParts(PartsGiven given) {
    BooksFacts.Entry entry = entries.remove(given.sum().id());
    detailed.put(given.sum().id(), entry);
    for (PartsGiven.Part part : given.parts()) {
      entries.put(
          part.money().id(), new BooksFacts.Entry(entry.account(), part.money(), Optional.empty()));
    }
  }

  void setAside(SetAside one) {
    unclaimed(one.money());
    setAside.put(one.money(), one);
  }

  void bringBack(MoneyInId id) {
    setAside.remove(id);
  }

  /** The posting that explains a sum. */
  Optional<PostingNumber> explanation(MoneyInId id) {
    return Optional.ofNullable(entries.get(id)).flatMap(BooksFacts.Entry::explanation);
  }

  /**
   * @throws Refusal {@code claimed}, {@code set-aside}
   */
  BooksFacts.Entry unclaimed(MoneyInId id) {
    if (setAside.containsKey(id)) {
      throw setAside.get(id).refusal();
    }
    BooksFacts.Entry entry = entries.get(id);
    entry
        .explanation()
        .ifPresent(
            n -> {
              throw new Refusal("claimed", "This sum is explained already, by " + n.words() + ".");
            });
    return entry;
  }

  /**
   * @throws Refusal {@code claimed}
   */
  Recorded untied(RecordedId id) {
    if (ties.containsKey(id)) {
      throw new Refusal("claimed", "It is tied already, by " + ties.get(id).words() + ".");
    }
    return recorded.get(id);
  }

  private static Recorded recorded(
      RecordedId id, AccountCode standsOn, Currency currency, DepositMember receipt) {
    return new Recorded(
        id,
        DepositKind.SINGLE,
        standsOn,
        currency,
        Optional.empty(),
        receipt.number(),
        receipt.date(),
        receipt.amountMinor(),
        receipt.kind().words(),
        Set.of());
  }

  private static Recorded recorded(RecordedId id, Deposit deposit) {
    return new Recorded(
        id,
        deposit.kind(),
        deposit.kind().clearing().code(),
        deposit.currency(),
        Optional.empty(),
        deposit.reference(),
        deposit.date(),
        deposit.netMinor(),
        deposit.words(),
        Set.of());
  }

  /** Says what explains sums and records; empty when they are to be explained again. */
  void claim(Claimed claimed, Optional<PostingNumber> by) {
    for (MoneyInId id : claimed.money()) {
      BooksFacts.Entry entry = entries.get(id);
      entries.put(id, new BooksFacts.Entry(entry.account(), entry.moneyIn(), by));
    }
    for (RecordedId id : claimed.recorded()) {
      by.ifPresentOrElse(n -> ties.put(id, n), () -> ties.remove(id));
    }
  }

  List<BooksFacts.Entry> entries() {
    return List.copyOf(entries.values());
  }

  BooksFacts facts(List<OpenItem> items, List<Posting> postings) {
    return new BooksFacts(
        List.copyOf(accounts.values()),
        statements,
        entries(),
        List.copyOf(detailed.values()),
        Set.copyOf(setAside.keySet()),
        deposits.values().stream().map(this::tied).toList(),
        onHand.values().stream().map(this::tied).toList(),
        items,
        Optional.empty(),
        BooksFacts.Made.unrecorded(postings),
        intakes,
        AuditTrail.NONE,
        List.of(),
        Optional.empty());
  }

  private BooksFacts.Deposit tied(BooksFacts.Deposit d) {
    return new BooksFacts.Deposit(
        d.id(),
        d.words(),
        d.kind(),
        d.clearing(),
        d.currency(),
        d.netMinor(),
        d.members(),
        d.handedIn(),
        Optional.ofNullable(posted.get(d.id())),
        d.waiting(),
        Optional.ofNullable(ties.get(d.id())));
  }

  private BooksFacts.OnHand tied(BooksFacts.OnHand o) {
    return new BooksFacts.OnHand(
        o.id(),
        o.kind(),
        o.standsOn(),
        o.currency(),
        o.amountMinor(),
        o.moneyIn(),
        Optional.ofNullable(ties.get(o.id())));
  }

  long lastClosing(String accountName) {
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
}
