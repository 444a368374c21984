package io.sumbrel.server.standin;

import io.sumbrel.core.deposit.DepositKind;
import io.sumbrel.server.bank.BankAccount;
import io.sumbrel.server.bank.BankAccounts;
import io.sumbrel.server.books.Houses;
import io.sumbrel.server.deposit.Deposits;
import io.sumbrel.standin.bank.BankFile;
import io.sumbrel.standin.bank.HandedIn;
import io.sumbrel.standin.bank.SimulatedBank;
import io.sumbrel.standin.house.DemoHouse;
import java.io.IOException;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.stereotype.Component;

/** The bank that stands in for one, as the books know it: on only where it is configured. */
@Component
@ConditionalOnProperty(name = "sumbrel.standin", havingValue = "true")
class SimulatedServices {
  private final DemoHouse house = new DemoHouse();
  private final AtomicBoolean down = new AtomicBoolean();
  private final Houses names;
  private final BankAccounts books;
  private final Deposits deposits;

  SimulatedServices(Houses names, BankAccounts books, Deposits deposits) {
    this.names = names;
    this.books = books;
    this.deposits = deposits;
  }

  DemoHouse house() {
    return house;
  }

  /** Slips that were handed in, as the bank's counter took them. */
  List<HandedIn> slips(long booksId) {
    Map<Long, BankAccount> accounts =
        books.all(booksId).stream().collect(Collectors.toMap(BankAccount::id, Function.identity()));
    return deposits.all(booksId).stream()
        .filter(d -> d.deposit().kind() == DepositKind.SLIP)
        .map(
            d ->
                new HandedIn(
                    accounts.get(d.bankAccountId()).number(),
                    d.deposit().reference(),
                    d.deposit().date(),
                    d.deposit().netMinor()))
        .toList();
  }

  String nameOf(long booksId) {
    return names.name(booksId);
  }

  SimulatedBank bank(long booksId) {
    return new SimulatedBank(house.invented(), slips(booksId));
  }

  /** The last day whose files are ready: they are made in the night. */
  LocalDate readyUntil(long booksId) {
    return names.businessDate(booksId).minusDays(1);
  }

  /** The files of the days of a range that are ready. */
  List<BankFile> files(long booksId, LocalDate from, LocalDate to) {
    LocalDate ready = readyUntil(booksId);
    return bank(booksId).files(from, to.isAfter(ready) ? ready : to);
  }

  boolean isDown() {
    return down.get();
  }

  void setDown(boolean is) {
    down.set(is);
  }

  void requireUp() throws IOException {
    if (isDown()) {
      throw new IOException("The line to the bank is down; nothing was fetched. Try again later.");
    }
  }
}
