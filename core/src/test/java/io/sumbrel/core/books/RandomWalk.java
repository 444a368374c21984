package io.sumbrel.core.books;

import io.sumbrel.core.chart.Chart;
import io.sumbrel.core.deposit.DepositMember;
import io.sumbrel.core.deposit.PaymentMethod;
import io.sumbrel.core.deposit.TieReason;
import io.sumbrel.core.difference.Authority;
import io.sumbrel.core.difference.DifferenceReason;
import io.sumbrel.core.ledger.AccountCode;
import io.sumbrel.core.ledger.StandardAccount;
import io.sumbrel.core.money.ExchangeRate;
import io.sumbrel.core.money.ExchangeRates;
import io.sumbrel.core.money.Money;
import io.sumbrel.core.openitem.ItemId;
import io.sumbrel.core.openitem.ItemKind;
import io.sumbrel.core.openitem.ListChoice;
import io.sumbrel.core.openitem.ListScope;
import io.sumbrel.core.openitem.ListedItem;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.openitem.OpenItemList;
import io.sumbrel.core.openitem.Terms;
import io.sumbrel.core.party.CustomerId;
import io.sumbrel.core.posting.ItemMovement;
import io.sumbrel.core.posting.Posting;
import io.sumbrel.core.proof.BooksFacts;
import io.sumbrel.core.receipt.MoneyIn;
import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.core.receipt.SetAside;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.core.rules.HouseLimits;
import io.sumbrel.core.tape.Exchange;
import io.sumbrel.core.tape.ReturnedPayment;
import io.sumbrel.core.tape.ShortPayReason;
import io.sumbrel.core.tape.Tape;
import io.sumbrel.core.tape.TapeLine;
import io.sumbrel.core.tape.TapeMoney;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Currency;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;

/** A seeded walk over the acts of the job, sensible and foolish ones. */
public final class RandomWalk {
  private static final Currency USD = Currency.getInstance("USD");
  private static final Currency EUR = Currency.getInstance("EUR");
  private static final ExchangeRate RATE =
      new ExchangeRate(EUR, USD, new BigDecimal("1.0843"), LocalDate.of(2026, 1, 1));

  private final Random random;
  private final Books books;
  private final RandomBank bank;
  final RandomSlips slips;
  final RandomPayouts payouts;
  final RandomTakings takings;
  private int nextNumber = 1;
  int posted;
  int turnedBack;
  int refused;
  int tied;
  int corrected;
  int detailed;
  int rebilled;
  int withoutMoney;
  int recorded;
  int moved;
  int met;
  int broughtBack;
  int paired;
  int returned;
  int paidBack;
  int shownPaid;
  int exchanged;

  private static Money usd(long minor) {
    return Money.ofMinor(USD, minor);
  }

  public RandomWalk(long seed) {
    random = new Random(seed);
    books = new Books(HouseLimits.DEFAULTS, LocalDate.of(2026, 1, 5));
    books.know(new ExchangeRates(List.of(RATE)));
    bank = new RandomBank(random, books);
    slips = new RandomSlips(random, books);
    payouts = new RandomPayouts(random, books);
    takings = new RandomTakings(random, books);
    bank.begin();
    readList();
    bank.readStatement(0);
  }

  public Books books() {
    return books;
  }

  public void step() {
    try {
      int act = random.nextInt(100);
      if (act < 4) {
        bank.next();
      } else if (act < 9) {
        bank.readStatement(random.nextInt(20) == 0 ? 1 : 0);
      } else if (act < 13) {
        readList();
      } else if (act < 16) {
        bank.bringDeposit();
      } else if (act < 17) {
        books.closeUntil(bank.day.minusDays(20));
      } else if (act < 21) {
        detailed += bank.giveParts() ? 1 : 0;
      } else if (act < 28) {
        tie();
      } else if (act < 34) {
        useCredits();
      } else if (act < 38) {
        record();
      } else if (act < 39) {
        slips.handIn();
      } else if (act < 40) {
        payouts.post();
      } else if (act < 42) {
        setAside();
      } else if (act < 46) {
        pair();
      } else if (act < 87) {
        post();
      } else {
        turnBack();
      }
    } catch (Refusal e) {
      refused++;
    }
  }

  /** Ties what meets, or nearly; now and then what does not, or is tied already. */
  private void tie() {
    List<RandomBank.Waiting> open = bank.waiting(random.nextInt(10) != 0);
    List<BooksFacts.Entry> pile =
        books.entries().stream()
            .filter(e -> e.explanation().isEmpty() || random.nextInt(30) == 0)
            .filter(e -> e.moneyIn().bankLine().isPresent())
            .toList();
    if (open.isEmpty() || pile.isEmpty()) {
      return;
    }
    for (RandomBank.Waiting deposit : open) {
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

  /** The bank corrects itself: two entries of one account that come to nothing, or nearly. */
  private void pair() {
    List<BooksFacts.Entry> pile =
        books.entries().stream()
            .filter(e -> e.explanation().isEmpty() && e.moneyIn().bankLine().isPresent())
            .toList();
    for (BooksFacts.Entry one : pile) {
      for (BooksFacts.Entry other : pile) {
        long sum = one.moneyIn().amountMinor() + other.moneyIn().amountMinor();
        if (one != other && sum == 0 || random.nextInt(2_000) == 0) {
          List<MoneyInId> both = List.of(one.moneyIn().id(), other.moneyIn().id());
          books.tie(both, List.of(), Optional.empty(), Optional.empty(), authority());
          paired++;
          return;
        }
      }
    }
  }

  private void tie(RandomBank.Waiting deposit, List<BooksFacts.Entry> shown) {
    long sum = shown.stream().mapToLong(e -> e.moneyIn().amountMinor()).sum();
    boolean meets = sum == deposit.netMinor();
    List<ItemId> paid = sum % 2 == 0 ? paidItems() : List.of();
    TieReason reason = paid.isEmpty() ? TieReason.COUNTED_OTHERWISE : TieReason.READ_WRONGLY;
    boolean names = meets == (random.nextInt(20) == 0);
    tie(deposit, shown, names ? Optional.of(reason) : Optional.empty(), paid);
    tied++;
  }

  /** With each item that a cheque may have paid, until one of them can have been. */
  private void tie(
      RandomBank.Waiting deposit,
      List<BooksFacts.Entry> shown,
      Optional<TieReason> reason,
      List<ItemId> paid) {
    List<MoneyInId> entries = shown.stream().map(e -> e.moneyIn().id()).toList();
    for (ItemId item : paid) {
      try {
        books.tie(entries, List.of(deposit.id()), reason, Optional.of(item), authority());
        corrected += reason.isPresent() ? 1 : 0;
        return;
      } catch (Refusal e) {
        refused++;
      }
    }
    books.tie(entries, List.of(deposit.id()), reason, Optional.empty(), authority());
  }

  private List<ItemId> paidItems() {
    return books.postings().stream()
        .flatMap(p -> p.movements().stream())
        .filter(m -> m.kind() == ItemMovement.Kind.PLACED && m.openDelta() < 0)
        .map(ItemMovement::item)
        .distinct()
        .toList();
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
        bank.day,
        Optional.of(bank.day.plusDays(30)),
        Integer.parseInt(number.substring(1)) % 6 == 0 ? EUR : USD,
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
      BooksFacts.Entry entry = pile.get(random.nextInt(pile.size()));
      MoneyIn moneyIn = entry.moneyIn();
      boolean own = moneyIn.text().equals("own") != (random.nextInt(20) == 0);
      List<TapeLine> decided = decided(moneyIn);
      if (!decided.isEmpty()) {
        books.post(moneyIn.id(), decided, authority());
        shownPaid++;
        return;
      }
      List<TapeLine> back = moneyIn.isIn() || own ? List.of() : returning(moneyIn);
      books.post(
          moneyIn.id(), own ? transfer(entry) : back.isEmpty() ? tape(moneyIn) : back, authority());
      posted++;
      returned += back.isEmpty() ? 0 : 1;
      moved += own ? 1 : 0;
    }
  }

  /** What was decided to be paid back, less or more than what the bank shows by a fee. */
  private List<TapeLine> decided(MoneyIn out) {
    return books.items().stream()
        .filter(i -> i.kind() == ItemKind.PAYMENT_TO_GO && !i.isSettled() && !out.isIn())
        .filter(i -> -i.openMinor() <= -out.amountMinor())
        .findFirst()
        .map(
            i -> {
              List<TapeLine> lines = new ArrayList<>();
              lines.add(TapeLine.creditUsed(i.id(), usd(-i.openMinor())));
              close(out, lines);
              return lines;
            })
        .orElse(List.of());
  }

  /** Credits on invoices, money of nobody for whom it is; now and then what does not meet. */
  private void useCredits() {
    List<OpenItem> credits = books.items().stream().filter(i -> i.openMinor() < 0).toList();
    List<OpenItem> invoices =
        books.items().stream().filter(i -> i.openMinor() > 0 && !i.kind().isTransfer()).toList();
    if (credits.isEmpty() || invoices.isEmpty()) {
      return;
    }
    OpenItem credit = credits.get(random.nextInt(credits.size()));
    if (random.nextInt(4) == 0) {
      payBack(credit);
      return;
    }
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
    books.useCredits(USD, lines, authority(), false);
    withoutMoney++;
  }

  /** A credit is decided to be paid back; now and then by one person alone. */
  private void payBack(OpenItem credit) {
    Money back = usd(-credit.openMinor());
    books.useCredits(
        USD,
        List.of(TapeLine.creditUsed(credit.id(), back), TapeLine.toPay(back)),
        authority(),
        random.nextInt(20) != 0);
    paidBack++;
  }

  private TapeLine taxed(long minor) {
    TapeLine line = TapeLine.toAccount(StandardAccount.OTHER_INCOME.code(), usd(minor));
    return line.taxed(Chart.STANDARD.taxIn("SALES", minor, bank.day)).noted("found");
  }

  /** A receipt is taken in by hand; the bank shows it later, or never. */
  private void record() {
    if (random.nextInt(4) == 0) {
      takings.take(bank.day, authority());
      return;
    }
    PaymentMethod method =
        PaymentMethod.STANDARD.get(random.nextInt(PaymentMethod.STANDARD.size()));
    DepositMember receipt = bank.member(method.kind(), bank.amountIn());
    MoneyIn money = receipt.toMoneyIn(new MoneyInId(0), USD);
    books.record(receipt, method, USD, tape(money), authority());
    recorded++;
  }

  /** The other half of a transfer, with what was kept of it; else the first half. */
  private List<TapeLine> transfer(BooksFacts.Entry entry) {
    MoneyIn money = entry.moneyIn();
    List<TapeLine> lines = new ArrayList<>();
    books.items().stream()
        .filter(i -> i.kind().isTransfer() && i.kind().isCredit() != money.isIn())
        .filter(i -> Math.abs(i.openMinor() - money.amountMinor()) <= 300 && !i.isSettled())
        .findFirst()
        .ifPresentOrElse(
            i -> {
              Money whole = usd(Math.abs(i.openMinor()));
              lines.add(
                  money.isIn()
                      ? TapeLine.settles(i.id(), whole)
                      : TapeLine.creditUsed(i.id(), whole));
              met++;
            },
            () ->
                lines.add(
                    TapeLine.transfer(
                        RandomBank.otherThan(entry.account()),
                        usd(Math.abs(money.amountMinor())))));
    long left = Tape.leftToPlace(TapeMoney.of(money), lines);
    if (left < 0 && money.isIn()) {
      lines.add(TapeLine.keptBack(DifferenceReason.BANK_CHARGE, usd(-left)));
    } else if (left < 0) {
      lines.add(TapeLine.toAccount(StandardAccount.BANK_CHARGES.code(), usd(-left)));
    }
    return lines;
  }

  /** The bank takes back a receipt, whole or in part; now and then more than was received. */
  private List<TapeLine> returning(MoneyIn out) {
    List<ReturnedPayment> receipts =
        books.entries().stream()
            .filter(
                e -> e.moneyIn().isIn() && !e.moneyIn().bookingDate().isAfter(out.bookingDate()))
            .flatMap(e -> books.receipt(e.moneyIn().id()).stream())
            .filter(r -> r.isReturnable() || random.nextInt(20) == 0)
            .toList();
    if (receipts.isEmpty() || random.nextInt(4) == 0) {
      return List.of();
    }
    List<ReturnedPayment> same =
        receipts.stream()
            .filter(r -> r.receipt().money().amountMinor() == -out.amountMinor())
            .toList();
    ReturnedPayment receipt =
        same.isEmpty()
            ? receipts.get(random.nextInt(receipts.size()))
            : same.get(random.nextInt(same.size()));
    List<TapeLine> lines = new ArrayList<>(receipt.lines(-out.amountMinor()));
    close(out, lines);
    return lines;
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
        lines.add(placed(item, open));
      }
    }
    close(moneyIn, lines);
    return lines;
  }

  private TapeLine placed(OpenItem item, long minor) {
    Money amount = Money.ofMinor(item.currency(), minor);
    boolean isForeign = item.currency().equals(EUR);
    Money worth = isForeign ? RATE.convert(amount) : amount;
    TapeLine line =
        item.kind().isCredit()
            ? TapeLine.creditUsed(item.id(), worth)
            : TapeLine.settles(item.id(), worth);
    exchanged += isForeign ? 1 : 0;
    return isForeign ? line.at(new Exchange(amount, RATE)) : line;
  }

  /** A smaller part of what a line settles, with the rest still claimed. */
  private static TapeLine smaller(TapeLine line, long minor) {
    TapeLine less =
        TapeLine.settles(line.item().orElseThrow(), usd(minor)).leavingOpen(ShortPayReason.UNKNOWN);
    return line.exchange()
        .map(e -> less.at(Exchange.of(usd(minor), e.amount(), e.rate())))
        .orElse(less);
  }

  /** Brings a tape to zero in a random way, or leaves it wrong now and then. */
  private void close(MoneyIn moneyIn, List<TapeLine> lines) {
    long left = Tape.leftToPlace(TapeMoney.of(moneyIn), lines);
    if (left == 0 || random.nextInt(30) == 0) {
      return;
    }
    AccountCode other = StandardAccount.OTHER_INCOME.code();
    if (!moneyIn.isIn()) {
      Optional<CustomerId> customer =
          books.items().stream().flatMap(i -> i.customer().stream()).findFirst();
      lines.add(
          customer.isPresent() && random.nextBoolean()
              ? TapeLine.owed(customer.get(), usd(Math.abs(left)))
              : TapeLine.toAccount(other, usd(Math.abs(left))));
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
        lines.set(i, smaller(line, line.amountMinor() - under));
        return;
      }
      if (line.signedMinor(false) < 0 && line.amountMinor() >= under) {
        DifferenceReason reason =
            random.nextBoolean() ? DifferenceReason.DISCOUNT : DifferenceReason.SMALL_DIFFERENCE;
        lines.add(TapeLine.granted(reason, line.item().orElseThrow(), usd(under)));
        return;
      }
    }
    boolean isForeign = lines.stream().anyMatch(l -> l.exchange().isPresent());
    lines.add(
        TapeLine.keptBack(
            isForeign ? DifferenceReason.EXCHANGE : DifferenceReason.BANK_CHARGE, usd(under)));
  }

  /** Takes a sum out of the work, or brings one back. */
  private void setAside() {
    List<MoneyInId> away = List.copyOf(books.facts().setAside());
    List<BooksFacts.Entry> entries =
        books.entries().stream()
            .filter(e -> e.explanation().isEmpty() || random.nextInt(30) == 0)
            .toList();
    if (!away.isEmpty() && random.nextBoolean()) {
      books.bringBack(away.get(random.nextInt(away.size())));
      broughtBack++;
    } else if (!entries.isEmpty()) {
      books.setAside(
          new SetAside(
              entries.get(random.nextInt(entries.size())).moneyIn().id(),
              SetAside.Reason.WAITS_FOR_PAPERS,
              ""));
    }
  }

  private void turnBack() {
    List<Posting> postings = books.postings();
    Posting posting = postings.get(random.nextInt(postings.size()));
    if (posting.kind().isDecided() || random.nextInt(10) == 0) {
      books.turnBack(posting.number());
      turnedBack++;
    }
  }
}
