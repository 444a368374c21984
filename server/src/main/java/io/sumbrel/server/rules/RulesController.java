package io.sumbrel.server.rules;

import io.sumbrel.core.chart.Chart;
import io.sumbrel.core.difference.Authority;
import io.sumbrel.core.difference.DifferenceLimits;
import io.sumbrel.core.difference.DifferenceReason;
import io.sumbrel.core.money.AmountText;
import io.sumbrel.core.party.CustomerId;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.core.rules.HouseLimits;
import io.sumbrel.core.rules.HouseRules;
import io.sumbrel.core.rules.SilentList;
import io.sumbrel.core.rules.SilentList.Entry;
import io.sumbrel.core.rules.SilentStep;
import io.sumbrel.server.chart.Charts;
import io.sumbrel.server.party.Customers;
import io.sumbrel.server.people.Actor;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
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

  RulesController(Rules rules, Customers customers, Charts charts) {
    this.charts = charts;
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
   */
  record RulesView(
      SilentView silent, List<AgreedView> agreed, String withheld, LimitsView limits) {}

  /**
   * Limits as they are written: amounts with decimals, in whatever currency a sum has; days and
   * months whole.
   *
   * @param recordedDays how long what is recorded may take to reach the bank
   * @param daysAhead how far after today something may be dated
   */
  record LimitsView(
      List<ReasonLimits> reasons,
      String discountGraceDays,
      String lookBackMonths,
      String recordedDays,
      String daysAhead) {
    static LimitsView of(HouseLimits limits, List<DifferenceReason> reasons) {
      return new LimitsView(
          reasons.stream().map(r -> ReasonLimits.of(r, limits.differences())).toList(),
          "" + limits.discountGraceDays(),
          "" + limits.lookBackMonths(),
          "" + limits.recordedDays(),
          "" + limits.daysAhead());
    }

    HouseLimits toLimits(Chart chart) {
      Map<DifferenceReason, DifferenceLimits.Limit> clerk = new HashMap<>();
      Map<DifferenceReason, DifferenceLimits.Limit> supervisor = new HashMap<>();
      for (ReasonLimits limits : reasons) {
        DifferenceReason reason = chart.reason(limits.reason());
        clerk.put(
            reason,
            new DifferenceLimits.Limit(minor(limits.clerkTape()), minor(limits.clerkMonth())));
        supervisor.put(
            reason,
            new DifferenceLimits.Limit(
                minor(limits.supervisorTape()), minor(limits.supervisorMonth())));
      }
      return new HouseLimits(
          new DifferenceLimits(clerk, supervisor),
          whole(discountGraceDays),
          whole(lookBackMonths),
          whole(recordedDays),
          whole(daysAhead));
    }

    private static int whole(String written) {
      try {
        return Integer.parseInt(written.strip());
      } catch (NumberFormatException e) {
        throw new Refusal("limit", "“%s” is no whole number.".formatted(written));
      }
    }

    private static long minor(String written) {
      return AmountText.parse(written, HouseLimits.WRITTEN_IN);
    }
  }

  /** How far people may go with one reason: on a tape, and for a customer in a month. */
  record ReasonLimits(
      String reason,
      String words,
      String clerkTape,
      String clerkMonth,
      String supervisorTape,
      String supervisorMonth) {
    static ReasonLimits of(DifferenceReason reason, DifferenceLimits limits) {
      DifferenceLimits.Limit clerk = limits.of(reason, Authority.CLERK);
      DifferenceLimits.Limit supervisor = limits.of(reason, Authority.SUPERVISOR);
      return new ReasonLimits(
          reason.code(),
          reason.words(),
          plain(clerk.tapeMinor()),
          plain(clerk.monthMinor()),
          plain(supervisor.tapeMinor()),
          plain(supervisor.monthMinor()));
    }

    private static String plain(long minor) {
      return AmountText.plain(minor, HouseLimits.WRITTEN_IN);
    }
  }

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
    return new RulesView(
        SilentView.of(all.silent().house()),
        agreed,
        words(all),
        LimitsView.of(all.limits(), charts.of(actor.booksId()).reasons()));
  }

  private static String words(HouseRules rules) {
    return rules.withheldBasisPoints().stream()
        .map(HouseRules::rateWords)
        .collect(Collectors.joining(" "));
  }

  @PutMapping("/silent-list")
  @PreAuthorize("hasAuthority('APPROVE')")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void keepList(@AuthenticationPrincipal Actor actor, @RequestBody SilentRequest request) {
    rules.keepHouseList(actor, request.toList());
  }

  @DeleteMapping("/silent-list")
  @PreAuthorize("hasAuthority('APPROVE')")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void dropList(@AuthenticationPrincipal Actor actor) {
    rules.keepHouseList(actor, Optional.empty());
  }

  @PutMapping("/withheld-rates")
  @PreAuthorize("hasAuthority('APPROVE')")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void keepRates(@AuthenticationPrincipal Actor actor, @RequestBody RatesRequest request) {
    rules.keepWithheldRates(actor, HouseRules.rates(request.withheld()));
  }

  @PutMapping("/limits")
  @PreAuthorize("hasAuthority('APPROVE')")
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

  @PutMapping("/customers/{id}/silent-list")
  @PreAuthorize("hasAuthority('APPROVE')")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void keepOwn(
      @AuthenticationPrincipal Actor actor,
      @PathVariable long id,
      @RequestBody SilentRequest request) {
    rules.keepOwnList(actor, new CustomerId(id), request.toList());
  }

  @DeleteMapping("/customers/{id}/silent-list")
  @PreAuthorize("hasAuthority('APPROVE')")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void dropOwn(@AuthenticationPrincipal Actor actor, @PathVariable long id) {
    rules.keepOwnList(actor, new CustomerId(id), Optional.empty());
  }
}
