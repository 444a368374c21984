package io.sumbrel.server.setup;

import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.server.people.Actor;
import io.sumbrel.server.people.Bundle;
import io.sumbrel.server.people.People;
import io.sumbrel.server.persistence.Column;
import jakarta.persistence.EntityManager;
import jakarta.persistence.PersistenceException;
import java.time.Clock;
import java.time.DateTimeException;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.temporal.ChronoUnit;
import java.util.Optional;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Sets up an empty house: its name, the first person, who is a supervisor, and a bank account. */
@Component
public class FirstStart {
  private static final String SET_UP = "This house is set up already; sign in.";

  private final EntityManager entities;
  private final FirstStartCode code;
  private final People people;
  private final BeginBooks books;
  private final NewBankAccount bankAccounts;
  private final Clock clock;

  FirstStart(
      EntityManager entities,
      FirstStartCode code,
      People people,
      BeginBooks books,
      NewBankAccount bankAccounts,
      Clock clock) {
    this.entities = entities;
    this.code = code;
    this.bankAccounts = bankAccounts;
    this.clock = clock;
    this.people = people;
    this.books = books;
  }

  /**
   * @param balance of the bank account at the beginning of the day, with a decimal point
   * @param code from the console, where others than this machine reach the house
   */
  public record HouseAnswers(
      String house,
      String zone,
      String person,
      String password,
      String bank,
      String accountNumber,
      String currency,
      LocalDate date,
      String balance,
      Optional<String> code) {}

  /**
   * @throws Refusal {@code set-up-already}, or what is wrong with an answer; nothing is stored then
   */
  @Transactional
  public void setUp(HouseAnswers request) {
    if (!people.isEmpty()) {
      throw new Refusal("set-up-already", SET_UP);
    }
    code.require(request.code());
    requireText(request.house(), "The house needs a name.");
    Column.whole("The name of the house", request.house(), 120);
    ZoneId zone = zone(request.zone());
    NewBankAccount.BankAccountAnswers bank =
        new NewBankAccount.BankAccountAnswers(
            request.bank(),
            request.accountNumber(),
            request.currency(),
            request.date(),
            request.balance());
    holdTheOnlyStart();
    long booksId = books.begin(request.house(), zone, Optional.empty());
    Actor actor = people.add(booksId, request.person(), request.password(), Bundle.SUPERVISOR);
    books.record(actor);
    bankAccounts.begin(actor, bank);
  }

  /** Of several starts at once the first comes through; the database says which. */
  private void holdTheOnlyStart() {
    FirstStartRow row = new FirstStartRow();
    row.begunAt = clock.instant().truncatedTo(ChronoUnit.MILLIS);
    entities.persist(row);
    try {
      entities.flush();
    } catch (PersistenceException e) {
      throw new Refusal("set-up-already", SET_UP);
    }
  }

  private static void requireText(String text, String otherwise) {
    if (text.isBlank()) {
      throw new Refusal("answer-missing", otherwise);
    }
  }

  private static ZoneId zone(String zone) {
    try {
      return ZoneId.of(zone);
    } catch (DateTimeException e) {
      throw new Refusal("zone", "“" + zone + "” is no time zone such as Europe/Berlin.");
    }
  }

  /** The way in over HTTP; open only as long as nobody can sign in. */
  @RestController
  static class FirstStartController {
    private final FirstStart firstStart;

    FirstStartController(FirstStart firstStart) {
      this.firstStart = firstStart;
    }

    @PostMapping("/api/first-start")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void setUp(@RequestBody HouseAnswers request) {
      firstStart.setUp(request);
    }
  }
}
