package io.sumbrel.server.standin;

import io.sumbrel.core.money.Money;
import io.sumbrel.core.openitem.ListScope;
import io.sumbrel.server.arrivals.AcceptFile;
import io.sumbrel.server.arrivals.ArrivalView;
import io.sumbrel.server.arrivals.BringIn;
import io.sumbrel.server.books.OpenBooks;
import io.sumbrel.server.people.Actor;
import io.sumbrel.server.people.Bundle;
import io.sumbrel.server.people.People;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.Currency;
import java.util.Map;
import java.util.Optional;
import org.springframework.beans.factory.SmartInitializingSingleton;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.core.io.ClassPathResource;
import org.springframework.stereotype.Component;

/**
 * Tarnwick Clay &amp; Kiln, an invented house on an invented day: set up at the first start of the
 * demonstration before anybody can come in, its files read through the same import as a user's. All
 * people, firms, banks and numbers are made up.
 */
@Component
@ConditionalOnProperty(name = "sumbrel.demo", havingValue = "true")
class DemoHouse implements SmartInitializingSingleton {
  static final LocalDate DAY = LocalDate.of(2026, 11, 17);
  private static final Currency USD = Currency.getInstance("USD");
  private static final Currency EUR = Currency.getInstance("EUR");

  private final People people;
  private final OpenBooks books;
  private final BringIn bringIn;
  private final AcceptFile acceptFile;

  DemoHouse(People people, OpenBooks books, BringIn bringIn, AcceptFile acceptFile) {
    this.people = people;
    this.books = books;
    this.bringIn = bringIn;
    this.acceptFile = acceptFile;
  }

  @Override
  public void afterSingletonsInstantiated() {
    if (!people.isEmpty()) {
      return;
    }
    long booksId =
        books.open("Tarnwick Clay & Kiln", ZoneId.of("America/New_York"), Optional.of(DAY));
    Actor ines = people.add(booksId, "Ines", People.DEMO_PASSWORD, Bundle.CLERK);
    people.add(booksId, "Tomas", People.DEMO_PASSWORD, Bundle.CLERK);
    people.add(booksId, "Ruta", People.DEMO_PASSWORD, Bundle.SUPERVISOR);
    people.add(booksId, "Abel", People.DEMO_PASSWORD, Bundle.READER);
    books.beginAccount(
        ines, "Quayline", "0048104417", LocalDate.of(2026, 11, 12), Money.ofMinor(USD, 7_140_618));
    books.beginAccount(
        ines,
        "Nordlicht",
        "DE48999900000000000912",
        LocalDate.of(2026, 11, 14),
        Money.ofMinor(EUR, 2_294_000));
    ArrivalView items = bringIn(ines, "open-items-2026-11-17.csv");
    acceptFile.accept(ines, items.id(), new AcceptFile.Acceptance(ListScope.COMPLETE, Map.of()));
    ArrivalView statement = bringIn(ines, "quayline-2026-11-16.xml");
    acceptFile.accept(ines, statement.id(), AcceptFile.Acceptance.PLAIN);
    bringIn(ines, "nordlicht-export-2026-11-17.csv");
    bringIn(ines, "nordlicht-2026-11-16-garbled.csv");
    bringIn(ines, "nordlicht-2026-11-16.csv");
  }

  private ArrivalView bringIn(Actor actor, String name) {
    try (InputStream file = new ClassPathResource("demo/" + name).getInputStream()) {
      return bringIn.bringIn(actor, name, file);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }
}
