package io.sumbrel.server.standin;

import io.sumbrel.core.ledger.StandardAccount;
import io.sumbrel.core.money.Money;
import io.sumbrel.core.openitem.ListScope;
import io.sumbrel.core.payout.ProcessorAccounts;
import io.sumbrel.formats.CellStyle;
import io.sumbrel.formats.lockbox.LockboxLayout;
import io.sumbrel.formats.payoutcsv.PayoutLayout;
import io.sumbrel.formats.payoutcsv.PayoutLayout.Holds;
import io.sumbrel.formats.payoutcsv.PayoutLayout.RowType;
import io.sumbrel.server.arrivals.AcceptFile;
import io.sumbrel.server.arrivals.ArrivalView;
import io.sumbrel.server.arrivals.BringIn;
import io.sumbrel.server.arrivals.MakeLayout;
import io.sumbrel.server.arrivals.MakeLockbox;
import io.sumbrel.server.bank.BankAccount;
import io.sumbrel.server.bank.BankAccounts;
import io.sumbrel.server.layout.CsvLayouts;
import io.sumbrel.server.payout.Processors;
import io.sumbrel.server.people.Actor;
import io.sumbrel.server.people.Bundle;
import io.sumbrel.server.people.People;
import io.sumbrel.server.setup.BeginBooks;
import io.sumbrel.standin.DemoFiles;
import io.sumbrel.standin.bank.SimulatedBank;
import io.sumbrel.standin.house.DemoHouse;
import java.io.ByteArrayInputStream;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.Currency;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.springframework.beans.factory.SmartInitializingSingleton;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.stereotype.Component;

/**
 * Sets the invented house of the demonstration up at its first start, before anybody can come in:
 * its files are read through the same import as a user's, and what came since waits for the clerk.
 */
@Component
@ConditionalOnProperty(name = "sumbrel.demo", havingValue = "true")
class OpenDemoHouse implements SmartInitializingSingleton {
  private static final Currency USD = Currency.getInstance("USD");
  private static final Currency EUR = Currency.getInstance("EUR");

  /** Accepted on the days before. */
  private static final Set<String> WORKED =
      Set.of(
          "open-items-2026-11-17.csv",
          "past-payments-2026-11-15.csv",
          "receipts-2026-11-17.csv",
          "quayline-2026-11-16.xml");

  private final People people;
  private final BeginBooks books;
  private final BankAccounts bankAccounts;
  private final BringIn bringIn;
  private final AcceptFile acceptFile;
  private final MakeLayout makeLayout;
  private final MakeLockbox makeLockbox;
  private final CsvLayouts layouts;
  private final Processors processors;

  OpenDemoHouse(
      People people,
      BeginBooks books,
      BankAccounts bankAccounts,
      BringIn bringIn,
      AcceptFile acceptFile,
      MakeLayout makeLayout,
      MakeLockbox makeLockbox,
      CsvLayouts layouts,
      Processors processors) {
    this.layouts = layouts;
    this.processors = processors;
    this.people = people;
    this.books = books;
    this.bankAccounts = bankAccounts;
    this.bringIn = bringIn;
    this.acceptFile = acceptFile;
    this.makeLayout = makeLayout;
    this.makeLockbox = makeLockbox;
  }

  @Override
  public void afterSingletonsInstantiated() {
    if (people.isEmpty()) {
      open();
    }
  }

  /** Opens the house; the clerk who did so is given back. */
  Actor open() {
    long booksId =
        books.begin(
            "Tarnwick Clay & Kiln", ZoneId.of("America/New_York"), Optional.of(DemoHouse.TODAY));
    Actor ines = people.add(booksId, "Ines", People.DEMO_PASSWORD, Bundle.CLERK);
    people.add(booksId, "Tomas", People.DEMO_PASSWORD, Bundle.CLERK);
    Actor ruta = people.add(booksId, "Ruta", People.DEMO_PASSWORD, Bundle.SUPERVISOR);
    people.add(booksId, "Abel", People.DEMO_PASSWORD, Bundle.READER);
    books.record(ines);
    BankAccount collections = accounts(ines);
    for (Map.Entry<String, byte[]> file : DemoFiles.all().entrySet()) {
      ArrivalView arrival =
          bringIn.bringIn(ines, file.getKey(), new ByteArrayInputStream(file.getValue()));
      if (WORKED.contains(file.getKey())) {
        ListScope scope = ListScope.COMPLETE;
        acceptFile.accept(ines, arrival.id(), new AcceptFile.Acceptance(scope, Map.of()));
      } else if (file.getKey().startsWith("quayline-lockbox")) {
        makeLockbox.keep(
            ines,
            arrival.id(),
            MakeLockbox.LockboxRequest.of(collections.id(), LockboxLayout.USUAL));
      } else if (file.getKey().startsWith("cardmill")) {
        makeLayout.keep(
            ines,
            arrival.id(),
            new MakeLayout.PayoutLayoutRequest(collections.id(), PAYOUTS, Optional.empty()));
        layouts
            .forFile(booksId, file.getValue(), file.getKey())
            .ifPresent(l -> processors.keep(ruta, l.id(), CARDMILL));
      }
    }
    return ines;
  }

  /** Their names, and where each begins in these books. */
  private BankAccount accounts(Actor ines) {
    LocalDate day = LocalDate.of(2026, 11, 12);
    bankAccounts.begin(ines, "Quayline", SimulatedBank.CURRENT, day, Money.ofMinor(USD, 7_140_618));
    bankAccounts.begin(
        ines, "Nordlicht", SimulatedBank.EURO, day.plusDays(2), Money.ofMinor(EUR, 2_294_000));
    return bankAccounts.begin(
        ines,
        "Collections",
        SimulatedBank.COLLECTIONS,
        day.plusDays(4),
        Money.ofMinor(USD, SimulatedBank.COLLECTIONS_BEGIN));
  }

  /** Sales at the counter include tax; the fees of a payment service bear none. */
  private static final Processors.Said CARDMILL =
      new Processors.Said(
          "Cardmill",
          new ProcessorAccounts(
              new ProcessorAccounts.Booked(StandardAccount.SALES.code(), Optional.of("SALES")),
              ProcessorAccounts.STANDARD.fees(),
              ProcessorAccounts.STANDARD.adjustments()),
          Optional.empty());

  /** How the processor writes its payouts, as somebody of the house said once. */
  private static final PayoutLayout PAYOUTS =
      new PayoutLayout(
          ',',
          1,
          0,
          List.of(
              Holds.PAYOUT,
              Holds.DATE,
              Holds.TYPE,
              Holds.NUMBER,
              Holds.REFERENCE,
              Holds.PAYER,
              Holds.GROSS,
              Holds.FEE,
              Holds.NET),
          CellStyle.DateOrder.YEAR_MONTH_DAY,
          CellStyle.DecimalMark.POINT,
          PayoutLayout.SignOfFees.AS_WRITTEN,
          Map.of(
              "sale", RowType.SALE,
              "money back", RowType.REFUND,
              "disputed", RowType.CHARGEBACK,
              "held back", RowType.RESERVE_HELD,
              "sent", RowType.TOTAL));
}
