package io.sumbrel.server.large;

import io.sumbrel.core.ledger.AccountCode;
import io.sumbrel.core.money.Money;
import io.sumbrel.core.openitem.ItemId;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.posting.PostingNumber;
import io.sumbrel.core.posting.TapePosted;
import io.sumbrel.core.receipt.MoneyIn;
import io.sumbrel.core.tape.Tape;
import io.sumbrel.core.tape.TapeLine;
import io.sumbrel.core.tape.TapeMoney;
import io.sumbrel.server.arrivals.AcceptFile;
import io.sumbrel.server.arrivals.BringIn;
import io.sumbrel.server.bank.BankAccounts;
import io.sumbrel.server.books.Houses;
import io.sumbrel.server.ledger.Balances;
import io.sumbrel.server.ledger.Ledger;
import io.sumbrel.server.openitem.Items;
import io.sumbrel.server.people.Actor;
import io.sumbrel.server.people.Bundle;
import io.sumbrel.server.people.People;
import io.sumbrel.server.receipt.MoneyLine;
import io.sumbrel.server.receipt.MoneyLines;
import io.sumbrel.server.setup.BeginBooks;
import jakarta.persistence.EntityManager;
import java.io.ByteArrayInputStream;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.Currency;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.stream.Stream;
import org.springframework.boot.test.context.TestComponent;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * An invented house after years of work: invoices paid one by one and posted, and a day's work on
 * top of them. The same seed gives the same house.
 */
@TestComponent
class LargeHouse {
  private static final Currency USD = Currency.getInstance("USD");
  private static final String ACCOUNT = "GB59QUAY60161331926819";
  private static final LocalDate TODAY = LocalDate.of(2026, 11, 17);
  private static final int AT_ONCE = 500;

  private static Money usd(long minor) {
    return Money.ofMinor(USD, minor);
  }

  /**
   * @param customers how many pay
   * @param posted so many invoices are paid and posted
   * @param open so many are open
   * @param sums so many sums wait in the pile
   */
  record Size(int customers, int posted, int open, int sums) {}

  private final BeginBooks books;
  private final People people;
  private final Houses houses;
  private final BankAccounts accounts;
  private final BringIn bringIn;
  private final AcceptFile acceptFile;
  private final MoneyLines moneyLines;
  private final Items items;
  private final Ledger ledger;
  private final Balances balances;
  private final EntityManager entities;
  private final TransactionTemplate transaction;
  private final Random random = new Random(14);
  private long balance;

  LargeHouse(
      BeginBooks books,
      People people,
      Houses houses,
      BankAccounts accounts,
      BringIn bringIn,
      AcceptFile acceptFile,
      MoneyLines moneyLines,
      Items items,
      Ledger ledger,
      Balances balances,
      EntityManager entities,
      PlatformTransactionManager transactions) {
    this.books = books;
    this.people = people;
    this.houses = houses;
    this.accounts = accounts;
    this.bringIn = bringIn;
    this.acceptFile = acceptFile;
    this.moneyLines = moneyLines;
    this.items = items;
    this.ledger = ledger;
    this.balances = balances;
    this.entities = entities;
    this.transaction = new TransactionTemplate(transactions);
  }

  boolean isBuilt() {
    return !people.isEmpty();
  }

  /** Who works in a house that was built before; money that is paid next follows its balance. */
  Actor clerk() {
    Actor clerk = people.signIn("Large", "ten letters").orElseThrow();
    balance =
        balances.of(clerk.booksId(), accounts.all(clerk.booksId()).get(0).code(), USD).minor();
    return clerk;
  }

  /** Builds it; whoever works in it is given back. */
  Actor build(Size size) {
    long id = books.begin("Large house", ZoneOffset.UTC, Optional.of(TODAY));
    Actor clerk = people.add(id, "Large", "ten letters", Bundle.SUPERVISOR);
    books.record(clerk);
    accounts.begin(clerk, "Quayline", ACCOUNT, LocalDate.of(2021, 1, 1), Money.zero(USD));
    int part = Math.max(1, size.posted() / 10);
    for (int from = 0; from < size.posted(); from += part) {
      LocalDate day = TODAY.minusMonths(12 - from / part);
      houses.moveTo(id, day);
      accept(clerk, "paid.csv", list(size, from, part, day.minusDays(30)));
      accept(clerk, "s.csv", payments(size, from, part, day));
      postAll(clerk);
    }
    houses.moveTo(id, TODAY);
    return clerk;
  }

  /** The list and the statement of the day. */
  byte[] openItems(Size size) {
    return list(size, size.posted(), size.open(), TODAY.minusDays(25));
  }

  byte[] newMoney(Size size) {
    return payments(size, size.posted(), size.sums(), TODAY.minusDays(1));
  }

  void accept(Actor clerk, String name, byte[] file) {
    accept(clerk, bring(clerk, name, file));
  }

  /** Drops a file, which is read and then waits. */
  long bring(Actor clerk, String name, byte[] file) {
    return bringIn.bringIn(clerk, name, new ByteArrayInputStream(file)).id();
  }

  void accept(Actor clerk, long arrival) {
    acceptFile.accept(clerk, arrival, AcceptFile.Acceptance.PLAIN);
  }

  /** Writes a row of each large table as it is: no answer is one that the database remembers. */
  void touch() {
    transaction.executeWithoutResult(
        t ->
            Stream.of(
                    "posting set actor = actor where id",
                    "journal_line set amount_minor = amount_minor where line_number = 1 and posting_id",
                    "claim set posting_id = posting_id where posting_id",
                    "money_in set place = place where id",
                    "open_item set version = version where id",
                    "item_balance set open_minor = open_minor where item_id",
                    "item_movement set open_delta = open_delta where line_number = 1 and posting_id",
                    "arrival set version = version where id",
                    "bank_statement set entry_count = entry_count where id")
                .forEach(
                    row -> {
                      String table = row.substring(0, row.indexOf(' '));
                      String key = row.substring(row.lastIndexOf(' ') + 1);
                      entities
                          .createNativeQuery(
                              "update %s = (select %s from %s fetch first 1 row only)"
                                  .formatted(row, key, table))
                          .executeUpdate();
                    }));
  }

  private static long amount(int item) {
    return 2_000 + (item * 7_919L) % 480_000;
  }

  private static String number(int item) {
    return "R-%07d".formatted(100_000 + item);
  }

  private static int customer(Size size, int item) {
    return (int) ((item * 2_654_435_761L >>> 8) % size.customers());
  }

  private static String name(int customer) {
    String[] first = {"Alder", "Birch", "Cedar", "Dale", "Elm", "Fern", "Gorse", "Heron", "Ivy"};
    String[] second = {"Pots", "Tiles", "Glass", "Stove", "Brick", "Lamp", "Craft", "Mill"};
    return "%s %s %d".formatted(first[customer % 9], second[customer / 9 % 8], customer);
  }

  private byte[] list(Size size, int from, int count, LocalDate day) {
    StringBuilder list =
        new StringBuilder("number,customer,name,date,due,total,open,tax,currency,order,terms\n");
    for (int i = from; i < from + count; i++) {
      int customer = customer(size, i);
      String amount = decimal(amount(i));
      list.append(
          "%s,K-%d,%s,%s,%s,%s,%s,,USD,,net 30\n"
              .formatted(
                  number(i), customer, name(customer), day, day.plusDays(30), amount, amount));
    }
    return list.toString().getBytes(StandardCharsets.UTF_8);
  }

  private static String decimal(long minor) {
    return "%d.%02d".formatted(minor / 100, minor % 100);
  }

  /** Most payments name their invoice, some only the payer. */
  private byte[] payments(Size size, int from, int count, LocalDate day) {
    StringBuilder file =
        new StringBuilder(
            "record,account,currency,statement,date,value date,amount,reference,payer,payer account,method,text\n");
    file.append("opening,%s,USD,1,%s,,%s,,,,,\n".formatted(ACCOUNT, day, decimal(balance)));
    for (int i = from; i < from + count; i++) {
      balance += amount(i);
      String payer = name(customer(size, i)).toUpperCase();
      String text = random.nextInt(5) == 0 ? "PAYMENT" : "INV " + number(i);
      file.append(
          "entry,,,,%s,%s,%s,B%d,%s,,transfer,%s\n"
              .formatted(day, day, decimal(amount(i)), i, payer, text));
    }
    file.append("closing,,,,%s,,%s,,,,,\n".formatted(day, decimal(balance)));
    return file.toString().getBytes(StandardCharsets.UTF_8);
  }

  /** Settles every invoice by its payment, which carries its number in the bank's reference. */
  private void postAll(Actor clerk) {
    AccountCode bank = accounts.all(clerk.booksId()).get(0).code();
    Map<String, OpenItem> open = items.numbered(clerk.booksId(), List.of(), true);
    List<MoneyLine> lines =
        moneyLines.all(clerk.booksId()).stream()
            .filter(l -> open.containsKey(numberOf(l)))
            .toList();
    for (int from = 0; from < lines.size(); from += AT_ONCE) {
      List<MoneyLine> some = lines.subList(from, Math.min(lines.size(), from + AT_ONCE));
      transaction.executeWithoutResult(t -> post(clerk, some, open, bank));
    }
  }

  private static String numberOf(MoneyLine line) {
    return number(Integer.parseInt(line.bankReference().substring(1)));
  }

  private void post(
      Actor clerk, List<MoneyLine> lines, Map<String, OpenItem> open, AccountCode bank) {
    for (MoneyLine line : lines) {
      MoneyIn money = line.moneyIn();
      OpenItem item = open.get(numberOf(line));
      Map<ItemId, OpenItem> named = Map.of(item.id(), item);
      Tape tape =
          new Tape(
              TapeMoney.of(money),
              List.of(TapeLine.settles(item.id(), usd(money.amountMinor()))),
              named,
              Set.of());
      PostingNumber number = ledger.nextNumber(clerk.booksId(), money.bookingDate());
      TapePosted event =
          TapePosted.of(tape, Optional.of(bank), number, money.bookingDate(), items::nextId);
      ledger.append(clerk, event, Ledger.Source.NONE, Ledger.TAPE_POSTED, "Posted");
      entities.flush();
      entities.clear();
    }
  }
}
