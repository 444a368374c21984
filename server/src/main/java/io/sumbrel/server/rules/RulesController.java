package io.sumbrel.server.rules;

import io.sumbrel.core.bank.Method;
import io.sumbrel.core.chart.Chart;
import io.sumbrel.core.difference.DifferenceReason;
import io.sumbrel.core.ledger.LedgerAccount;
import io.sumbrel.core.money.BasisPoints;
import io.sumbrel.core.money.Currencies;
import io.sumbrel.core.money.ExchangeRate;
import io.sumbrel.core.openitem.Terms;
import io.sumbrel.core.party.CustomerId;
import io.sumbrel.core.rules.HouseRules;
import io.sumbrel.core.rules.SilentList;
import io.sumbrel.core.rules.SilentList.Entry;
import io.sumbrel.core.rules.SilentStep;
import io.sumbrel.formats.ratecsv.RateCsvReader;
import io.sumbrel.server.bank.BankAccounts;
import io.sumbrel.server.books.Houses;
import io.sumbrel.server.chart.Charts;
import io.sumbrel.server.openitem.AgreedTerms;
import io.sumbrel.server.party.Customers;
import io.sumbrel.server.people.Actor;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.Currency;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.springframework.http.HttpStatus;
import org.springframework.security.access.prepost.PreAuthorize;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/rules")
class RulesController {
  private final Rules rules;
  private final Customers customers;
  private final Charts charts;
  private final BankAccounts accounts;
  private final Houses houses;
  private final PersonLimits personLimits;
  private final RatesOfDays rates;
  private final Reasons reasons;
  private final AgreedTerms terms;

  RulesController(
      Rules rules,
      AgreedTerms terms,
      Reasons reasons,
      Customers customers,
      Charts charts,
      BankAccounts accounts,
      RatesOfDays rates,
      Houses houses,
      PersonLimits personLimits) {
    this.terms = terms;
    this.personLimits = personLimits;
    this.houses = houses;
    this.rates = rates;
    this.reasons = reasons;
    this.charts = charts;
    this.accounts = accounts;
    this.rules = rules;
    this.customers = customers;
  }

  /** A step of a list in words; on or off. */
  record StepView(SilentStep step, String words, boolean on) {
    static StepView of(Entry entry) {
      return new StepView(entry.step(), entry.step().words(), entry.on());
    }
  }

  /**
   * @param set whether somebody set it; else what setting it begins with
   */
  record SilentView(boolean set, List<StepView> steps) {
    static SilentView of(Optional<SilentList> list) {
      return new SilentView(
          list.isPresent(),
          list.orElse(SilentList.BEGINNING).steps().stream().map(StepView::of).toList());
    }
  }

  /** A customer with a list of its own. */
  record AgreedView(long customerId, String customer, String words) {}

  /**
   * @param withheld rates in per cent, with blanks between
   * @param beginnings limits for each currency of the house that has none of its own yet
   */
  record RulesView(
      SilentView silent,
      List<AgreedView> agreed,
      String withheld,
      List<LimitsView.OfCurrency> beginnings,
      List<RateView> exchange,
      List<ReasonOfHouse> reasons,
      List<FreeAccount> accounts,
      List<PaperWanted> papers,
      List<PersonLimits.PersonView> people,
      LimitsView limits) {}

  /**
   * How money comes in.
   *
   * @param wanted whether it shall have a paper beside it
   */
  record PaperWanted(Method method, String words, boolean wanted) {}

  record PapersRequest(Set<Method> methods) {}

  /**
   * Why a tape may differ from what was received.
   *
   * @param codes by which payers state it in their advices
   * @param retired whether it is kept for what was posted alone
   */
  record ReasonOfHouse(
      String code,
      String words,
      DifferenceReason.Side side,
      String account,
      DifferenceReason.Tax tax,
      String codes,
      boolean retired) {
    static ReasonOfHouse of(DifferenceReason reason) {
      return new ReasonOfHouse(
          reason.code(),
          reason.words(),
          reason.side(),
          reason.account().code(),
          reason.tax(),
          String.join(" ", reason.codes()),
          reason.retired());
    }
  }

  /** An account that may bear a difference. */
  record FreeAccount(String code, String words) {
    static FreeAccount of(LedgerAccount account) {
      return new FreeAccount(account.code().code(), account.number() + " " + account.name());
    }
  }

  /**
   * What a unit of a currency is worth from a day on.
   *
   * @param days on how many days the house has one of these two
   */
  record RateView(String of, String in, String rate, LocalDate date, long days) {}

  /**
   * @param rate with a decimal point
   */
  record RateRequest(String of, String in, String rate, LocalDate date) {
    ExchangeRate toRate() {
      return new ExchangeRate(
          Currencies.of(of), Currencies.of(in), RateCsvReader.figure(rate.strip()), date);
    }
  }

  /** The text of a file: {@link RateCsvReader}. */
  record RateFileRequest(String text) {}

  record StepRequest(SilentStep step, boolean on) {}

  record SilentRequest(List<StepRequest> steps) {
    Optional<SilentList> toList() {
      return Optional.of(
          new SilentList(steps.stream().map(s -> new Entry(s.step(), s.on())).toList()));
    }
  }

  record RatesRequest(String withheld) {}

  @GetMapping
  RulesView all(@AuthenticationPrincipal Actor actor) {
    HouseRules all = rules.of(actor.booksId());
    List<AgreedView> agreed =
        customers.all(actor.booksId()).stream()
            .filter(c -> all.silent().isOwn(c.id()))
            .map(
                c ->
                    new AgreedView(
                        c.id().number(), c.name(), all.silent().of(c.id()).orElseThrow().words()))
            .toList();
    Chart chart = charts.of(actor.booksId());
    List<DifferenceReason> reasons = chart.reasons();
    List<Currency> currencies =
        accounts.all(actor.booksId()).stream().map(a -> a.beginsWith().currency()).toList();
    return new RulesView(
        SilentView.of(all.silent().house()),
        agreed,
        words(all),
        LimitsView.beginnings(all.limits(), reasons, currencies),
        exchange(actor),
        reasons.stream().map(ReasonOfHouse::of).toList(),
        chart.accounts().stream()
            .filter(
                a ->
                    a.isFree()
                        || chart.reasons().stream().anyMatch(r -> r.account().equals(a.code())))
            .map(FreeAccount::of)
            .toList(),
        papers(actor),
        personLimits.all(actor.booksId()),
        LimitsView.of(all.limits(), reasons));
  }

  @PutMapping("/reasons")
  @PreAuthorize("hasAuthority('RULES')")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void keepReason(
      @AuthenticationPrincipal Actor actor, @RequestBody Reasons.ReasonRequest request) {
    reasons.keep(actor, request);
  }

  private List<PaperWanted> papers(Actor actor) {
    Set<Method> wanted = houses.papersWanted(actor.booksId());
    return Arrays.stream(Method.values())
        .map(m -> new PaperWanted(m, m.words(), wanted.contains(m)))
        .toList();
  }

  @PutMapping("/papers")
  @PreAuthorize("hasAuthority('RULES')")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void keepPapers(@AuthenticationPrincipal Actor actor, @RequestBody PapersRequest request) {
    rules.keepPapersWanted(actor, request.methods());
  }

  record PersonLimitsRequest(List<PersonLimits.ReasonOfPerson> own) {}

  @PutMapping("/people/{id}/limits")
  @PreAuthorize("hasAuthority('RULES')")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void keepPersonLimits(
      @AuthenticationPrincipal Actor actor,
      @PathVariable long id,
      @RequestBody PersonLimitsRequest request) {
    personLimits.keep(actor, id, request.own());
  }

  /** The newest of each two currencies. */
  private List<RateView> exchange(Actor actor) {
    Map<String, List<ExchangeRate>> known =
        rates.since(actor.booksId(), LocalDate.EPOCH).stream()
            .collect(
                Collectors.groupingBy(
                    r -> r.of() + " " + r.in(), TreeMap::new, Collectors.toList()));
    return known.values().stream()
        .map(
            all -> {
              ExchangeRate newest = all.get(all.size() - 1);
              return new RateView(
                  newest.of().getCurrencyCode(),
                  newest.in().getCurrencyCode(),
                  newest.figure(),
                  newest.date(),
                  all.size());
            })
        .toList();
  }

  @PutMapping("/exchange-rates")
  @PreAuthorize("hasAuthority('RULES')")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void keepExchangeRate(@AuthenticationPrincipal Actor actor, @RequestBody RateRequest request) {
    rules.keepExchangeRates(actor, List.of(request.toRate()));
  }

  @PutMapping("/exchange-rates/file")
  @PreAuthorize("hasAuthority('RULES')")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void bringExchangeRates(
      @AuthenticationPrincipal Actor actor, @RequestBody RateFileRequest request) {
    byte[] bytes = request.text().getBytes(StandardCharsets.UTF_8);
    rules.keepExchangeRates(actor, RateCsvReader.read(bytes).orRefuse());
  }

  private static String words(HouseRules rules) {
    return rules.withheldBasisPoints().stream()
        .map(BasisPoints::words)
        .collect(Collectors.joining(" "));
  }

  @PutMapping("/silent-list")
  @PreAuthorize("hasAuthority('RULES')")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void keepList(@AuthenticationPrincipal Actor actor, @RequestBody SilentRequest request) {
    rules.keepHouseList(actor, request.toList());
  }

  @DeleteMapping("/silent-list")
  @PreAuthorize("hasAuthority('RULES')")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void dropList(@AuthenticationPrincipal Actor actor) {
    rules.keepHouseList(actor, Optional.empty());
  }

  @PutMapping("/withheld-rates")
  @PreAuthorize("hasAuthority('RULES')")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void keepRates(@AuthenticationPrincipal Actor actor, @RequestBody RatesRequest request) {
    rules.keepWithheldRates(actor, HouseRules.rates(request.withheld()));
  }

  @PutMapping("/limits")
  @PreAuthorize("hasAuthority('RULES')")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void keepLimits(@AuthenticationPrincipal Actor actor, @RequestBody LimitsView request) {
    rules.keepLimits(actor, request.toLimits(charts.of(actor.booksId())));
  }

  /** What holds for one customer: its own list, or not set. */
  @GetMapping("/customers/{id}/silent-list")
  SilentView own(@AuthenticationPrincipal Actor actor, @PathVariable long id) {
    HouseRules all = rules.of(actor.booksId());
    CustomerId customer = customers.one(actor.booksId(), new CustomerId(id)).id();
    Optional<SilentList> held = all.silent().of(customer);
    return all.silent().isOwn(customer)
        ? SilentView.of(held)
        : new SilentView(false, SilentView.of(held).steps());
  }

  /**
   * @param theirs whether the customer bears what banks keep on the way
   */
  record ChargesView(boolean theirs) {}

  @GetMapping("/customers/{id}/charges")
  ChargesView charges(@AuthenticationPrincipal Actor actor, @PathVariable long id) {
    CustomerId customer = customers.one(actor.booksId(), new CustomerId(id)).id();
    return new ChargesView(customers.thatBearCharges(actor.booksId()).contains(customer));
  }

  @PutMapping("/customers/{id}/charges")
  @PreAuthorize("hasAuthority('RULES')")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void keepCharges(
      @AuthenticationPrincipal Actor actor,
      @PathVariable long id,
      @RequestBody ChargesView request) {
    rules.keepWhoBearsCharges(actor, new CustomerId(id), request.theirs());
  }

  /**
   * @param words terms such as 2/10 net 30; empty when none are agreed
   */
  record TermsView(String words) {}

  @GetMapping("/customers/{id}/terms")
  TermsView terms(@AuthenticationPrincipal Actor actor, @PathVariable long id) {
    CustomerId customer = customers.one(actor.booksId(), new CustomerId(id)).id();
    Terms agreed = terms.of(actor.booksId()).get(customer);
    return new TermsView(agreed == null ? "" : agreed.words());
  }

  @PutMapping("/customers/{id}/terms")
  @PreAuthorize("hasAuthority('RULES')")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void keepTerms(
      @AuthenticationPrincipal Actor actor, @PathVariable long id, @RequestBody TermsView request) {
    Optional<Terms> agreed =
        Optional.of(request.words()).filter(w -> !w.isBlank()).map(Terms::parse);
    rules.keepTerms(actor, new CustomerId(id), agreed);
  }

  @PutMapping("/customers/{id}/silent-list")
  @PreAuthorize("hasAuthority('RULES')")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void keepOwn(
      @AuthenticationPrincipal Actor actor,
      @PathVariable long id,
      @RequestBody SilentRequest request) {
    rules.keepOwnList(actor, new CustomerId(id), request.toList());
  }

  @DeleteMapping("/customers/{id}/silent-list")
  @PreAuthorize("hasAuthority('RULES')")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void dropOwn(@AuthenticationPrincipal Actor actor, @PathVariable long id) {
    rules.keepOwnList(actor, new CustomerId(id), Optional.empty());
  }
}
