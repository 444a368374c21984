package io.sumbrel.server.proof;

import io.sumbrel.core.ledger.JournalLine;
import io.sumbrel.core.ledger.LedgerAccount;
import io.sumbrel.core.party.Customer;
import io.sumbrel.core.party.CustomerId;
import io.sumbrel.server.bank.BankAccount;
import io.sumbrel.server.bank.BankAccounts;
import io.sumbrel.server.chart.Charts;
import io.sumbrel.server.ledger.Balances;
import io.sumbrel.server.ledger.Journal;
import io.sumbrel.server.month.Months;
import io.sumbrel.server.party.Customers;
import io.sumbrel.server.people.Actor;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.http.HttpStatus;
import org.springframework.security.access.prepost.PreAuthorize;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/books")
class BooksController {
  private static final int PAGE = 100;

  private final Journal journal;
  private final Balances balances;
  private final Customers customers;
  private final BankAccounts accounts;
  private final Charts charts;
  private final Months months;
  private final CloseMonth closeMonth;

  BooksController(
      Journal journal,
      Balances balances,
      Customers customers,
      BankAccounts accounts,
      Charts charts,
      Months months,
      CloseMonth closeMonth) {
    this.journal = journal;
    this.balances = balances;
    this.customers = customers;
    this.accounts = accounts;
    this.charts = charts;
    this.months = months;
    this.closeMonth = closeMonth;
  }

  /**
   * @param minor debit above zero, credit below
   */
  record JournalLineView(
      String account, String accountName, String customer, String currency, long minor) {}

  /**
   * @param more whether it has more lines, which stand in its trail
   */
  record JournalView(
      String number, LocalDate date, String kind, List<JournalLineView> lines, boolean more) {}

  /**
   * A page of entries.
   *
   * @param count how many entries there are in all
   * @param next where the page of older entries begins; empty when there are none
   */
  record JournalList(long count, List<JournalView> entries, Optional<Long> next) {}

  record BalanceView(String account, String accountName, String currency, long minor) {}

  record BankAccountView(long id, String name, String currency, LocalDate beginsOn) {}

  record ReopeningRequest(String reason) {}

  /**
   * A page of entries, the newest first.
   *
   * @param before where it begins, as the page before said
   * @param find in the number, a customer's name, or the number of an account
   */
  @GetMapping("/journal")
  JournalList journal(
      @AuthenticationPrincipal Actor actor,
      @RequestParam Optional<Long> before,
      @RequestParam(defaultValue = "") String find) {
    Map<String, LedgerAccount> accounts = charts.accounts(actor.booksId());
    Map<CustomerId, Customer> byId = customers.byId(actor.booksId());
    Journal.Page page = journal.page(actor.booksId(), before, find, coded(accounts, find), PAGE);
    return new JournalList(
        journal.count(actor.booksId()),
        page.entries().stream()
            .map(
                p ->
                    new JournalView(
                        p.number().words(),
                        p.date(),
                        p.kind(),
                        p.lines().stream().map(l -> view(l, accounts, byId)).toList(),
                        p.more()))
            .toList(),
        page.next());
  }

  private static Optional<String> coded(Map<String, LedgerAccount> accounts, String number) {
    return accounts.values().stream()
        .filter(a -> a.number().equalsIgnoreCase(number.strip()))
        .map(a -> a.code().code())
        .findFirst();
  }

  private static JournalLineView view(
      JournalLine line, Map<String, LedgerAccount> accounts, Map<CustomerId, Customer> byId) {
    return new JournalLineView(
        accounts.get(line.account().code()).number(),
        accounts.get(line.account().code()).name(),
        line.customer().map(c -> byId.get(c).name()).orElse(""),
        line.amount().currency().getCurrencyCode(),
        line.amount().minor());
  }

  /** What every account stands at, over all postings. */
  @GetMapping("/balances")
  List<BalanceView> balances(@AuthenticationPrincipal Actor actor) {
    Map<String, LedgerAccount> accounts = charts.accounts(actor.booksId());
    return balances.all(actor.booksId()).stream()
        .map(
            b ->
                new BalanceView(
                    accounts.get(b.account().code()).number(),
                    accounts.get(b.account().code()).name(),
                    b.amount().currency().getCurrencyCode(),
                    b.amount().minor()))
        .toList();
  }

  @GetMapping("/accounts")
  List<BankAccountView> accounts(@AuthenticationPrincipal Actor actor) {
    return accounts.all(actor.booksId()).stream()
        .map(
            (BankAccount a) ->
                new BankAccountView(
                    a.id(),
                    a.shortName(),
                    a.beginsWith().currency().getCurrencyCode(),
                    a.beginsOn()))
        .toList();
  }

  @GetMapping("/months")
  List<Months.MonthView> months(@AuthenticationPrincipal Actor actor) {
    return months.all(actor.booksId());
  }

  @PostMapping("/months/{month}/closing")
  @PreAuthorize("hasAuthority('CLOSE_MONTHS')")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void close(@AuthenticationPrincipal Actor actor, @PathVariable YearMonth month) {
    closeMonth.close(actor, month);
  }

  @PostMapping("/months/{month}/reopening")
  @PreAuthorize("hasAuthority('CLOSE_MONTHS')")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void reopen(
      @AuthenticationPrincipal Actor actor,
      @PathVariable YearMonth month,
      @RequestBody ReopeningRequest request) {
    closeMonth.reopen(actor, month, request.reason());
  }
}
