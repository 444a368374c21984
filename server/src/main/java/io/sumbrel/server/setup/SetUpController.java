package io.sumbrel.server.setup;

import io.sumbrel.core.chart.Chart;
import io.sumbrel.core.ledger.AccountCode;
import io.sumbrel.core.ledger.AccountUse;
import io.sumbrel.core.ledger.LedgerAccount;
import io.sumbrel.core.money.AmountText;
import io.sumbrel.core.money.BasisPoints;
import io.sumbrel.core.tax.TaxCode;
import io.sumbrel.server.bank.BankAccount;
import io.sumbrel.server.bank.BankAccounts;
import io.sumbrel.server.chart.Charts;
import io.sumbrel.server.people.Actor;
import java.time.LocalDate;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;
import org.springframework.http.HttpStatus;
import org.springframework.security.access.prepost.PreAuthorize;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** What the books are made of, over HTTP. */
@RestController
@RequestMapping("/api/set-up")
class SetUpController {
  private final BankAccounts bankAccounts;
  private final NewBankAccount newBankAccount;
  private final HouseAccounts houseAccounts;
  private final Charts charts;

  SetUpController(
      BankAccounts bankAccounts,
      NewBankAccount newBankAccount,
      HouseAccounts houseAccounts,
      Charts charts) {
    this.bankAccounts = bankAccounts;
    this.newBankAccount = newBankAccount;
    this.houseAccounts = houseAccounts;
    this.charts = charts;
  }

  /**
   * @param ledger the number of its ledger account
   * @param balance with which it began, at the beginning of the day
   */
  record BankAccountOfHouse(
      long id,
      String name,
      String number,
      String currency,
      String ledger,
      LocalDate beginsOn,
      String balance) {}

  /**
   * @param code names it for ever
   * @param byHand whether people may place money on it
   * @param uses what of the house books on it
   */
  record AccountOfHouse(
      String code,
      String number,
      String name,
      boolean byHand,
      boolean mayRetire,
      boolean retired,
      List<String> uses) {}

  /**
   * @param percent with a decimal point
   */
  record RateOfDay(LocalDate from, String percent) {}

  record TaxCodeOfHouse(String code, String words, String account, List<RateOfDay> rates) {}

  record SetUpView(
      List<BankAccountOfHouse> bankAccounts,
      List<AccountOfHouse> accounts,
      List<TaxCodeOfHouse> taxCodes) {}

  @GetMapping
  SetUpView all(@AuthenticationPrincipal Actor actor) {
    Chart chart = charts.of(actor.booksId());
    Map<AccountCode, List<String>> uses = houseAccounts.uses(actor.booksId(), chart);
    return new SetUpView(
        bankAccounts.all(actor.booksId()).stream().map(a -> view(chart, a)).toList(),
        chart.accounts().stream()
            .map(a -> view(a, uses.getOrDefault(a.code(), List.of())))
            .toList(),
        chart.taxCodes().stream().map(t -> view(chart, t)).toList());
  }

  private static BankAccountOfHouse view(Chart chart, BankAccount account) {
    return new BankAccountOfHouse(
        account.id(),
        account.name(),
        account.number(),
        account.beginsWith().currency().getCurrencyCode(),
        chart.account(account.code()).map(LedgerAccount::number).orElseThrow(),
        account.beginsOn(),
        AmountText.words(account.beginsWith().minor(), account.beginsWith().currency()));
  }

  private static AccountOfHouse view(LedgerAccount account, List<String> uses) {
    return new AccountOfHouse(
        account.code().code(),
        account.number(),
        account.name(),
        account.isFree(),
        account.use() == AccountUse.FREE,
        account.retired(),
        uses);
  }

  private static TaxCodeOfHouse view(Chart chart, TaxCode tax) {
    return new TaxCodeOfHouse(
        tax.code(),
        tax.words(),
        chart.account(tax.account()).map(a -> a.number() + " " + a.name()).orElseThrow(),
        tax.basisPoints().entrySet().stream()
            .map(r -> new RateOfDay(r.getKey(), BasisPoints.words(r.getValue())))
            .toList());
  }

  @PostMapping("/bank-accounts")
  @PreAuthorize("hasAuthority('SET_UP')")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void addBankAccount(
      @AuthenticationPrincipal Actor actor,
      @RequestBody NewBankAccount.BankAccountAnswers request) {
    newBankAccount.begin(actor, request);
  }

  record AccountRequest(String number, String name) {}

  /**
   * @param words number and name
   */
  record AddedAccount(String code, String words) {}

  /** Adds an account on which clerks may place money. */
  @PostMapping("/accounts")
  @PreAuthorize("hasAnyAuthority('SET_UP', 'RULES')")
  AddedAccount addAccount(
      @AuthenticationPrincipal Actor actor, @RequestBody AccountRequest request) {
    LedgerAccount added = houseAccounts.add(actor, request.number(), request.name());
    return new AddedAccount(added.code().code(), added.number() + " " + added.name());
  }

  record AccountChange(String number, String name, boolean retired) {}

  @PutMapping("/accounts/{code}")
  @PreAuthorize("hasAuthority('SET_UP')")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void changeAccount(
      @AuthenticationPrincipal Actor actor,
      @PathVariable String code,
      @RequestBody AccountChange request) {
    houseAccounts.change(actor, code, request.number(), request.name(), request.retired());
  }

  record AccountFileRequest(String text) {}

  /**
   * @param added how many of the list are new
   */
  record AccountsBrought(int added) {}

  @PostMapping("/accounts/file")
  @PreAuthorize("hasAuthority('SET_UP')")
  AccountsBrought bringAccounts(
      @AuthenticationPrincipal Actor actor, @RequestBody AccountFileRequest request) {
    return new AccountsBrought(houseAccounts.bring(actor, request.text()));
  }

  record TaxRateRequest(String code, LocalDate from, String percent) {}

  @PutMapping("/tax-rates")
  @PreAuthorize("hasAuthority('SET_UP')")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void setTaxRate(@AuthenticationPrincipal Actor actor, @RequestBody TaxRateRequest request) {
    houseAccounts.setRate(actor, request.code(), request.from(), request.percent());
  }

  /**
   * @param code names it for ever
   * @param account the code of the account that bears the tax
   */
  record TaxCodeRequest(
      String code, String words, String account, LocalDate from, String percent) {}

  @PostMapping("/tax-codes")
  @PreAuthorize("hasAuthority('SET_UP')")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void addTaxCode(@AuthenticationPrincipal Actor actor, @RequestBody TaxCodeRequest request) {
    houseAccounts.addTaxCode(
        actor,
        new TaxCode(
            request.code().strip().toUpperCase(Locale.ROOT),
            request.words().strip(),
            new AccountCode(request.account()),
            new TreeMap<>(Map.of(request.from(), TaxCode.rate(request.percent())))));
  }
}
