package io.sumbrel.core.books;

import io.sumbrel.core.bank.Balance;
import io.sumbrel.core.bank.BankStatement;
import io.sumbrel.core.bank.BatchDetail;
import io.sumbrel.core.bank.Method;
import io.sumbrel.core.bank.StatementEntry;
import io.sumbrel.core.bank.StatementFrame;
import io.sumbrel.core.chart.Chart;
import io.sumbrel.core.deposit.BankedDeposit;
import io.sumbrel.core.deposit.BroughtForward;
import io.sumbrel.core.deposit.Deposit;
import io.sumbrel.core.deposit.DepositKind;
import io.sumbrel.core.deposit.DepositMember;
import io.sumbrel.core.deposit.MemberKind;
import io.sumbrel.core.deposit.PaymentMethod;
import io.sumbrel.core.deposit.RecordedId;
import io.sumbrel.core.deposit.TieReason;
import io.sumbrel.core.difference.Authority;
import io.sumbrel.core.difference.DifferenceReason;
import io.sumbrel.core.ledger.AccountCode;
import io.sumbrel.core.ledger.StandardAccount;
import io.sumbrel.core.money.Money;
import io.sumbrel.core.openitem.ListChoice;
import io.sumbrel.core.openitem.ListScope;
import io.sumbrel.core.openitem.ListedItem;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.openitem.OpenItemList;
import io.sumbrel.core.openitem.Terms;
import io.sumbrel.core.posting.ItemMovement;
import io.sumbrel.core.posting.Posting;
import io.sumbrel.core.proof.BooksFacts;
import io.sumbrel.core.receipt.MoneyIn;
import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.core.rules.HouseLimits;
import io.sumbrel.core.tape.ShortPayReason;
import io.sumbrel.core.tape.Tape;
import io.sumbrel.core.tape.TapeLine;
import io.sumbrel.core.tape.TapeMoney;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Currency;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.stream.LongStream;

/** A seeded walk over the acts of the job, sensible and foolish ones. */
public final class RandomWalk {
  private static final Currency USD = Currency.getInstance("USD");
  private static final String BANK = "bank";

  private final Random random;
  private final Books books;
  private LocalDate day = LocalDate.of(2026, 1, 5);
  private int nextNumber = 1;
  int posted;
  int turnedBack;
  int refused;
  int tied;
  int detailed;
  int rebilled;
  int withoutMoney;
  int recorded;

  private static Money usd(long minor) {
    return Money.ofMinor(USD, minor);
  }

  public RandomWalk(long seed) {
    random = new Random(seed);
    books = new Books(HouseLimits.DEFAULTS, day);
    books.beginAccount(BANK, new AccountCode("1010"), day, Money.ofMinor(USD, 1_000_000));
    readList();
    bringForward();
    readStatement(0);
  }

  public Books books() {
    return books;
  }

  public void step() {
    try {
      int act = random.nextInt(100);
      if (act < 4) {
        day = day.plusDays(1 + random.nextInt(3));
        books.advanceTo(day);
      } else if (act < 9) {
        readStatement(random.nextInt(20) == 0 ? 1 : 0);
      } else if (act < 13) {
        readList();
      } else if (act < 16) {
        bringDeposit();
      } else if (act < 17) {
        books.closeUntil(day.minusDays(20));
      } else if (act < 21) {
        giveParts();
      } else if (act < 28) {
        tie();
      } else if (act < 34) {
        useCredits();
      } else if (act < 39) {
        record();
      } else if (act < 87) {
        post();
      } else {
        turnBack();
      }
    } catch (Refusal e) {
      refused++;
    }
  }

  private void readStatement(long gap) {
    List<StatementEntry> entries = new ArrayList<>();
    long sum = 0;
    for (int i = 0; i < 3; i++) {
      long amount = random.nextInt(10) == 0 ? -1 - random.nextInt(5_000) : amountIn();
      sum += amount;
      entries.add(StatementEntry.at(i + 1, day, amount).method(Method.TRANSFER).text("x").build());
    }
    sum += showDeposit(entries);
    long opening = books.lastClosing(BANK) + gap;
    books.readStatement(
        BANK,
        new BankStatement(
            new StatementFrame(
                BANK,
                USD,
                "1",
                Optional.of(new Balance(day, opening)),
                Optional.of(new Balance(day, opening + sum))),
            entries));
    day = day.plusDays(1);
    books.advanceTo(day);
  }

  /** The bank shows what was recorded: as one sum, in two, or counted otherwise. */
  private long showDeposit(List<StatementEntry> entries) {
    List<Waiting> open = waiting(true);
    if (open.isEmpty()) {
      return 0;
    }
    long net = open.get(random.nextInt(open.size())).netMinor();
    long shown = random.nextInt(4) == 0 ? net - 1 - random.nextInt(400) : net;
    long first = random.nextInt(3) == 0 && shown > 10 ? shown / 3 : 0;
    for (long part : new long[] {first, shown - first}) {
      if (part != 0) {
        entries.add(
            StatementEntry.at(entries.size() + 1, day, part)
                .method(Method.DEPOSIT)
                .text("deposit")
                .build());
      }
    }
    return shown;
  }

  /** What the bank is to show. */
  private record Waiting(RecordedId id, long netMinor) {}

  private List<Waiting> waiting(boolean untied) {
    BooksFacts facts = books.facts();
    List<Waiting> waiting = new ArrayList<>();
    facts.deposits().stream()
        .filter(d -> !untied || d.tie().isEmpty())
        .forEach(d -> waiting.add(new Waiting(d.id(), d.netMinor())));
    facts.onHand().stream()
        .filter(o -> !untied || o.tie().isEmpty())
        .forEach(o -> waiting.add(new Waiting(o.id(), o.amountMinor())));
    return waiting;
  }

  /** A slip, a transfer, cheques and cash on hand, from before the books. */
  private void bringForward() {
    Deposit slip =
        new Deposit(
            DepositKind.SLIP,
            USD,
            "S1",
            day,
            900,
            List.of(member(MemberKind.CHEQUE, 500), member(MemberKind.CASH, 400)));
    books.bringForward(
        new BroughtForward(
            List.of(new BankedDeposit("1", slip)),
            List.of(
                new BroughtForward.OnHand(USD, member(MemberKind.CHEQUE, 7_000)),
                new BroughtForward.OnHand(USD, member(MemberKind.CASH, 310)))));
  }

  /** Ties what meets, or nearly; now and then what does not, or is tied already. */
  private void tie() {
    List<Waiting> open = random.nextInt(10) == 0 ? waiting(false) : waiting(true);
    List<BooksFacts.Entry> pile =
        books.entries().stream()
            .filter(e -> e.explanation().isEmpty() || random.nextInt(30) == 0)
            .filter(e -> e.moneyIn().bankLine().isPresent())
            .toList();
    if (open.isEmpty() || pile.isEmpty()) {
      return;
    }
    for (Waiting deposit : open) {
      for (int i = 0; i < pile.size(); i++) {
        for (int j = i; j < pile.size(); j++) {
          long shown =
              pile.get(i).moneyIn().amountMinor()
                  + (j == i ? 0 : pile.get(j).moneyIn().amountMinor());
          if (Math.abs(shown - deposit.netMinor()) < 300) {
            tie(deposit, i == j ? List.of(pile.get(i)) : List.of(pile.get(i), pile.get(j)));
            return;
          }
        }
      }
    }
    tie(open.get(random.nextInt(open.size())), List.of(pile.get(random.nextInt(pile.size()))));
  }

  private void tie(Waiting deposit, List<BooksFacts.Entry> shown) {
    long sum = shown.stream().mapToLong(e -> e.moneyIn().amountMinor()).sum();
    boolean meets = sum == deposit.netMinor();
    books.tie(
        shown.stream().map(e -> e.moneyIn().id()).toList(),
        List.of(deposit.id()),
        meets == (random.nextInt(20) != 0)
            ? Optional.empty()
            : Optional.of(TieReason.COUNTED_OTHERWISE),
        authority());
    tied++;
  }

  /** A sum of the bank turns out to be several; one that was turned back among them. */
  private void giveParts() {
    List<BooksFacts.Entry> sums =
        books.entries().stream()
            .filter(e -> e.moneyIn().bankLine().isPresent() && e.moneyIn().amountMinor() > 1)
            .filter(e -> e.explanation().isEmpty() || random.nextInt(30) == 0)
            .toList();
    if (!sums.isEmpty()) {
      MoneyIn sum = sums.get(random.nextInt(sums.size())).moneyIn();
      long first = sum.amountMinor() / 2;
      List<StatementEntry> parts =
          LongStream.of(first, sum.amountMinor() - first)
              .mapToObj(minor -> StatementEntry.at(1, day, minor).build())
              .toList();
      String reference = sum.bankLine().orElseThrow().reference();
      books.giveParts(sum.id(), new BatchDetail(reference, parts));
      detailed++;
    }
  }

  /** A batch of cheques, or a payout with a fee and sometimes a refund. */
  private void bringDeposit() {
    boolean payout = random.nextBoolean();
    List<DepositMember> members = new ArrayList<>();
    for (int i = 0; i < 3; i++) {
      members.add(member(payout ? MemberKind.SALE : MemberKind.CHEQUE, amountIn()));
    }
    if (payout) {
      members.add(member(MemberKind.FEE, -1 - random.nextInt(90)));
      members.add(member(MemberKind.REFUND, -1 - random.nextInt(900)));
    }
    books.bringDeposit(
        new Deposit(
            payout ? DepositKind.PAYOUT : DepositKind.LOCKBOX_BATCH,
            USD,
            "D" + nextNumber++,
            day,
            members.stream().mapToLong(DepositMember::amountMinor).sum(),
            members));
  }

  private DepositMember member(MemberKind kind, long minor) {
    return new DepositMember(
        1, kind, day, minor, "n", Optional.empty(), Optional.empty(), List.of(), "");
  }

  private long amountIn() {
    List<OpenItem> open = books.items().stream().filter(i -> i.openMinor() > 0).toList();
    return open.isEmpty() || random.nextInt(3) == 0
        ? 1 + random.nextInt(50_000)
        : Math.max(1, open.get(random.nextInt(open.size())).openMinor() - random.nextInt(300));
  }

  private void readList() {
    List<ListedItem> items = new ArrayList<>();
    List<OpenItem> known = books.items().stream().filter(i -> !i.number().contains("-0")).toList();
    for (int i = 0; i < 4; i++) {
      String number = "T" + nextNumber++;
      long total = random.nextInt(8) == 0 ? -1 - random.nextInt(9_000) : 1 + random.nextInt(60_000);
      long open = random.nextInt(4) == 0 ? total / 2 : total;
      items.add(listed(i + 2, number, total, open));
    }
    for (int i = 0; i < 3 && !known.isEmpty(); i++) {
      OpenItem item = known.get(random.nextInt(known.size()));
      long total = item.totalMinor() + (random.nextBoolean() ? 0 : random.nextInt(4_000) - 2_000);
      boolean sameSide = Long.signum(total) == Long.signum(item.totalMinor());
      if (sameSide && items.stream().noneMatch(l -> l.number().equals(item.number()))) {
        long open = random.nextBoolean() ? total : total / 3;
        items.add(listed(i + 6, item.number(), total, open));
      }
    }
    ListChoice choice = random.nextBoolean() ? ListChoice.KEEP_OURS : ListChoice.SETTLED_ELSEWHERE;
    ListScope scope = random.nextInt(6) == 0 ? ListScope.COMPLETE : ListScope.CHANGES_ONLY;
    books.readList(new OpenItemList(items), scope, choice);
    rebilled +=
        books.postings().get(books.postings().size() - 1).movements().stream()
            .filter(m -> m.kind() == ItemMovement.Kind.CUSTOMER_CHANGED)
            .count();
  }

  private ListedItem listed(int line, String number, long total, long open) {
    return new ListedItem(
        line,
        number,
        "K" + random.nextInt(5),
        "Customer",
        Optional.empty(),
        day,
        Optional.of(day.plusDays(30)),
        USD,
        total,
        open,
        random.nextBoolean() ? Optional.of(total / 6) : Optional.empty(),
        Optional.empty(),
        random.nextBoolean() ? Optional.of(Terms.parse("2/10 net 30")) : Optional.empty(),
        Map.of());
  }

  private void post() {
    List<BooksFacts.Entry> entries = books.entries();
    List<BooksFacts.Entry> pile =
        random.nextInt(30) == 0
            ? entries
            : entries.stream().filter(e -> e.explanation().isEmpty()).toList();
    if (!pile.isEmpty()) {
      MoneyIn moneyIn = pile.get(random.nextInt(pile.size())).moneyIn();
      books.post(moneyIn.id(), tape(moneyIn), authority());
      posted++;
    }
  }

  /** Credits on invoices, money of nobody for whom it is; now and then what does not meet. */
  private void useCredits() {
    List<OpenItem> credits = books.items().stream().filter(i -> i.openMinor() < 0).toList();
    List<OpenItem> invoices = books.items().stream().filter(i -> i.openMinor() > 0).toList();
    if (credits.isEmpty() || invoices.isEmpty()) {
      return;
    }
    OpenItem credit = credits.get(random.nextInt(credits.size()));
    OpenItem invoice = invoices.get(random.nextInt(invoices.size()));
    long used = random.nextInt(20) == 0 ? 1 - credit.openMinor() : -credit.openMinor();
    long settled = Math.min(used, invoice.openMinor());
    List<TapeLine> lines = new ArrayList<>();
    lines.add(TapeLine.creditUsed(credit.id(), usd(used)));
    lines.add(TapeLine.settles(invoice.id(), usd(settled)));
    if (used > settled) {
      lines.add(
          random.nextInt(4) == 0
              ? taxed(used - settled)
              : TapeLine.onAccount(invoice.customer().orElseThrow(), usd(used - settled)));
    }
    books.useCredits(USD, lines, authority());
    withoutMoney++;
  }

  private TapeLine taxed(long minor) {
    TapeLine line = TapeLine.toAccount(StandardAccount.OTHER_INCOME.code(), usd(minor));
    return line.taxed(Chart.STANDARD.taxIn("SALES", minor, day)).noted("found");
  }

  /** A receipt is taken in by hand; the bank shows it later, or never. */
  private void record() {
    PaymentMethod method =
        PaymentMethod.STANDARD.get(random.nextInt(PaymentMethod.STANDARD.size()));
    DepositMember receipt = member(method.kind(), amountIn());
    MoneyIn money = receipt.toMoneyIn(new MoneyInId(0), USD);
    books.record(receipt, method, USD, tape(money), authority());
    recorded++;
  }

  private Authority authority() {
    return random.nextBoolean() ? Authority.CLERK : Authority.SUPERVISOR;
  }

  private List<TapeLine> tape(MoneyIn moneyIn) {
    List<TapeLine> lines = new ArrayList<>();
    List<OpenItem> items = new ArrayList<>(books.items());
    for (int i = 0; i < 1 + random.nextInt(3); i++) {
      OpenItem item = items.get(random.nextInt(items.size()));
      long open = Math.abs(item.openMinor()) + (random.nextInt(40) == 0 ? 1 : 0);
      if (open > 0) {
        lines.add(
            item.kind().isCredit()
                ? TapeLine.creditUsed(item.id(), usd(open))
                : TapeLine.settles(item.id(), usd(open)));
      }
    }
    close(moneyIn, lines);
    return lines;
  }

  /** Brings a tape to zero in a random way, or leaves it wrong now and then. */
  private void close(MoneyIn moneyIn, List<TapeLine> lines) {
    long left = Tape.leftToPlace(TapeMoney.of(moneyIn), lines);
    if (left == 0 || random.nextInt(30) == 0) {
      return;
    }
    AccountCode other = StandardAccount.OTHER_INCOME.code();
    if (!moneyIn.isIn()) {
      lines.add(TapeLine.toAccount(other, usd(Math.abs(left))));
    } else if (left > 0) {
      switch (random.nextInt(3)) {
        case 0 -> lines.add(TapeLine.unidentified(usd(left)));
        case 1 ->
            lines.add(random.nextBoolean() ? taxed(left) : TapeLine.toAccount(other, usd(left)));
        default ->
            books.items().stream()
                .flatMap(i -> i.customer().stream())
                .findFirst()
                .ifPresent(c -> lines.add(TapeLine.onAccount(c, usd(left))));
      }
    } else {
      shorten(lines, -left);
    }
  }

  private void shorten(List<TapeLine> lines, long under) {
    for (int i = 0; i < lines.size(); i++) {
      TapeLine line = lines.get(i);
      if (line.signedMinor(false) < 0 && line.amountMinor() > under && random.nextBoolean()) {
        lines.set(
            i,
            TapeLine.settles(line.item().orElseThrow(), usd(line.amountMinor() - under))
                .leavingOpen(ShortPayReason.UNKNOWN));
        return;
      }
      if (line.signedMinor(false) < 0 && line.amountMinor() >= under) {
        DifferenceReason reason =
            random.nextBoolean() ? DifferenceReason.DISCOUNT : DifferenceReason.SMALL_DIFFERENCE;
        lines.add(TapeLine.granted(reason, line.item().orElseThrow(), usd(under)));
        return;
      }
    }
    lines.add(TapeLine.keptBack(DifferenceReason.BANK_CHARGE, usd(under)));
  }

  private void turnBack() {
    List<Posting> postings = books.postings();
    Posting posting = postings.get(random.nextInt(postings.size()));
    if (posting.kind().isExplanation() || random.nextInt(10) == 0) {
      books.turnBack(posting.number());
      turnedBack++;
    }
  }
}
