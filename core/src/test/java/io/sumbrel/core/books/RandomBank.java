package io.sumbrel.core.books;

import io.sumbrel.core.bank.Balance;
import io.sumbrel.core.bank.BankStatement;
import io.sumbrel.core.bank.BatchDetail;
import io.sumbrel.core.bank.Method;
import io.sumbrel.core.bank.StatementEntry;
import io.sumbrel.core.bank.StatementFrame;
import io.sumbrel.core.deposit.BankedDeposit;
import io.sumbrel.core.deposit.BroughtForward;
import io.sumbrel.core.deposit.Deposit;
import io.sumbrel.core.deposit.DepositKind;
import io.sumbrel.core.deposit.DepositMember;
import io.sumbrel.core.deposit.MemberKind;
import io.sumbrel.core.deposit.RecordedId;
import io.sumbrel.core.ledger.AccountCode;
import io.sumbrel.core.money.Money;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.proof.BooksFacts;
import io.sumbrel.core.receipt.MoneyIn;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Currency;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.stream.LongStream;

/** What two banks show of the days of a seeded walk, and what is handed to them. */
final class RandomBank {
  private static final Currency USD = Currency.getInstance("USD");
  private static final AccountCode FIRST = new AccountCode("1010");
  private static final AccountCode SECOND = new AccountCode("1020");

  private final Random random;
  private final Books books;
  private int nextNumber = 1;

  /** Money that left the first bank for the second, or came from there, and is to be shown. */
  private final List<Long> between = new ArrayList<>();

  LocalDate day = LocalDate.of(2026, 1, 5);

  RandomBank(Random random, Books books) {
    this.random = random;
    this.books = books;
  }

  void begin() {
    books.beginAccount(FIRST.code(), FIRST, day, Money.ofMinor(USD, 1_000_000));
    books.beginAccount(SECOND.code(), SECOND, day, Money.ofMinor(USD, 50_000));
    bringForward();
  }

  /** The other bank account of the house than one. */
  static AccountCode otherThan(AccountCode bank) {
    return bank.equals(FIRST) ? SECOND : FIRST;
  }

  void next() {
    day = day.plusDays(1 + random.nextInt(3));
    books.advanceTo(day);
  }

  /** A day of the first bank; with a gap it follows nothing, and is refused. */
  void readStatement(long gap) {
    List<StatementEntry> entries = new ArrayList<>();
    long sum = 0;
    for (int i = 0; i < 3; i++) {
      int kind = random.nextInt(10);
      long amount = kind == 0 ? -1 - random.nextInt(5_000) : kind == 1 ? takenBack() : amountIn();
      sum += amount;
      entries.add(StatementEntry.at(i + 1, day, amount).method(Method.TRANSFER).text("x").build());
    }
    if (random.nextInt(6) == 0) {
      long mistake = amountIn();
      for (long minor : new long[] {mistake, -mistake}) {
        entries.add(StatementEntry.at(entries.size() + 1, day, minor).text("mistake").build());
      }
    }
    if (random.nextBoolean()) {
      long moved = random.nextInt(80_000) - 40_000L;
      between.add(moved);
      sum -= moved;
      entries.add(StatementEntry.at(4, day, -moved).method(Method.TRANSFER).text("own").build());
    }
    sum += showDeposit(entries);
    read(FIRST, gap, sum, entries);
    if (random.nextBoolean()) {
      readSecond();
    }
    day = day.plusDays(1);
    books.advanceTo(day);
  }

  /** As much as some receipt brought, which the bank takes back. */
  private long takenBack() {
    List<BooksFacts.Entry> explained =
        books.entries().stream()
            .filter(e -> e.explanation().isPresent() && e.moneyIn().isIn())
            .toList();
    return explained.isEmpty()
        ? -1
        : -explained.get(random.nextInt(explained.size())).moneyIn().amountMinor();
  }

  /** The second bank shows what was moved, now and then less a charge. */
  private void readSecond() {
    List<StatementEntry> entries = new ArrayList<>();
    long sum = 0;
    for (long moved : between) {
      long shown = moved - (moved > 400 && random.nextInt(3) == 0 ? 1 + random.nextInt(300) : 0);
      entries.add(StatementEntry.at(entries.size() + 1, day, shown).text("own").build());
      sum += shown;
    }
    between.clear();
    read(SECOND, 0, sum, entries);
  }

  private void read(AccountCode bank, long gap, long sum, List<StatementEntry> entries) {
    long opening = books.lastClosing(bank.code()) + gap;
    books.readStatement(
        bank.code(),
        new BankStatement(
            new StatementFrame(
                bank.code(),
                USD,
                "1",
                Optional.of(new Balance(day, opening)),
                Optional.of(new Balance(day, opening + sum))),
            entries));
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
  record Waiting(RecordedId id, long netMinor) {}

  List<Waiting> waiting(boolean untied) {
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

  /** A sum of the bank turns out to be several; one that was turned back among them. */
  boolean giveParts() {
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
    }
    return !sums.isEmpty();
  }

  /** A batch of cheques, or a payout with a fee and sometimes a refund. */
  void bringDeposit() {
    boolean payout = random.nextBoolean();
    List<DepositMember> members = new ArrayList<>();
    for (int i = 0; i < 3; i++) {
      members.add(member(payout ? MemberKind.SALE : MemberKind.CHEQUE, amountIn()));
    }
    if (payout) {
      kept().ifPresent(minor -> members.add(member(MemberKind.SALE, minor)));
      members.add(member(MemberKind.FEE, -1 - random.nextInt(90)));
      members.add(member(MemberKind.REFUND, -1 - random.nextInt(900)));
      members.add(member(MemberKind.RESERVE, random.nextBoolean() ? -700 : 400));
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

  /** As much as some receipt that is on hand. */
  private Optional<Long> kept() {
    return books.facts().onHand().stream()
        .filter(o -> o.tie().isEmpty())
        .map(BooksFacts.OnHand::amountMinor)
        .findFirst();
  }

  DepositMember member(MemberKind kind, long minor) {
    return new DepositMember(
        1, kind, day, minor, "n", Optional.empty(), Optional.empty(), List.of(), "");
  }

  long amountIn() {
    List<OpenItem> open = books.items().stream().filter(i -> i.openMinor() > 0).toList();
    return open.isEmpty() || random.nextInt(3) == 0
        ? 1 + random.nextInt(50_000)
        : Math.max(1, open.get(random.nextInt(open.size())).openMinor() - random.nextInt(300));
  }
}
