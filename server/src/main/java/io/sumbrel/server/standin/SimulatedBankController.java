package io.sumbrel.server.standin;

import io.sumbrel.server.bank.BankAccount;
import io.sumbrel.server.bank.BankAccounts;
import io.sumbrel.server.books.Houses;
import io.sumbrel.server.people.Actor;
import io.sumbrel.standin.bank.BankFile;
import io.sumbrel.standin.bank.HandedIn;
import io.sumbrel.standin.bank.SimulatedBank;
import io.sumbrel.standin.bank.WrittenCases;
import java.time.LocalDate;
import java.util.Comparator;
import java.util.List;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.http.HttpStatus;
import org.springframework.security.access.prepost.PreAuthorize;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/simulated-bank")
@ConditionalOnProperty(name = "sumbrel.standin", havingValue = "true")
class SimulatedBankController {
  private final SimulatedServices services;
  private final AdvanceDay advanceDay;
  private final BankAccounts books;
  private final Houses names;

  SimulatedBankController(
      SimulatedServices services, AdvanceDay advanceDay, BankAccounts books, Houses names) {
    this.services = services;
    this.advanceDay = advanceDay;
    this.books = books;
    this.names = names;
  }

  /** An account as the bank holds it. */
  record HeldView(String name, String currency, long balanceMinor) {}

  /** A file that the bank has made. */
  record MadeView(String name, LocalDate day, int sizeBytes) {}

  /** A slip that was handed in. */
  record BankedSlipView(String number, LocalDate day, String account, long amountMinor) {}

  /** What the bank holds. */
  record BankView(
      LocalDate businessDate,
      LocalDate readyUntil,
      boolean down,
      List<HeldView> accounts,
      List<MadeView> files,
      List<BankedSlipView> slips) {}

  @GetMapping
  BankView bank(@AuthenticationPrincipal Actor actor) {
    long booksId = actor.booksId();
    LocalDate ready = services.readyUntil(booksId);
    SimulatedBank bank = services.bank(booksId);
    return new BankView(
        names.businessDate(booksId),
        ready,
        services.isDown(),
        bank.accounts(ready).stream()
            .map(
                a ->
                    new HeldView(
                        nameOf(booksId, a.number()),
                        a.currency().getCurrencyCode(),
                        a.balanceMinor()))
            .toList(),
        services.files(booksId, ready.minusDays(9), ready).stream()
            .sorted(Comparator.comparing(BankFile::day).reversed())
            .map(f -> new MadeView(f.name(), f.day(), f.content().length))
            .toList(),
        services.slips(booksId).stream()
            .filter(s -> s.day().isAfter(WrittenCases.DAY))
            .map(s -> view(booksId, s))
            .toList());
  }

  private BankedSlipView view(long booksId, HandedIn slip) {
    return new BankedSlipView(
        slip.number(), slip.day(), nameOf(booksId, slip.account()), slip.amountMinor());
  }

  private String nameOf(long booksId, String number) {
    return books.all(booksId).stream()
        .filter(a -> a.number().equals(number))
        .findFirst()
        .map(BankAccount::shortName)
        .orElse(number);
  }

  @PostMapping("/next-day")
  @PreAuthorize("hasAuthority('BRING_IN')")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void nextDay(@AuthenticationPrincipal Actor actor) {
    advanceDay.advance(actor);
  }

  /** Whether the line to the bank is up; down, it shows what a failure looks like. */
  @PutMapping("/line/{state}")
  @PreAuthorize("hasAuthority('BRING_IN')")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void line(@PathVariable LineState state) {
    services.setDown(state == LineState.DOWN);
  }

  /** Whether anything comes over the line. */
  enum LineState {
    UP,
    DOWN
  }
}
