package io.sumbrel.core.tape;

import io.sumbrel.core.difference.Authority;
import io.sumbrel.core.difference.DifferenceLimits;
import io.sumbrel.core.difference.DifferenceReason;
import io.sumbrel.core.money.AmountText;
import io.sumbrel.core.money.ExchangeRate;
import io.sumbrel.core.money.Money;
import io.sumbrel.core.money.Proportion;
import io.sumbrel.core.openitem.ItemId;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.openitem.Terms;
import io.sumbrel.core.party.CustomerId;
import io.sumbrel.core.refusal.Refusal;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * How much of a tape may be difference. One rule for all: each reason has its limit by tape and
 * item, and by customer and month; the terms of an invoice and the rates of the house are no
 * exception that somebody makes, and count towards none.
 */
final class DifferenceRules {
  private static final int WHOLE = 10_000;

  private final TapeMoney money;
  private final List<TapeLine> differences;
  private final TapeFacts facts;
  private final Map<ItemId, Long> settled;

  /** At which items in other currencies are settled. */
  private final Map<ItemId, ExchangeRate> rates = new HashMap<>();

  private final Set<CustomerId> customers;

  DifferenceRules(TapeMoney money, List<TapeLine> lines, TapeFacts facts) {
    this.money = money;
    this.facts = facts;
    this.differences = lines.stream().filter(DifferenceRules::isDifference).toList();
    this.settled =
        lines.stream()
            .filter(l -> l.kind() == LineKind.SETTLES)
            .collect(
                Collectors.toMap(
                    l -> l.item().orElseThrow(), TapeLine::amountMinor, (one, other) -> one));
    lines.forEach(l -> l.exchange().ifPresent(e -> rates.put(l.item().orElseThrow(), e.rate())));
    this.customers =
        lines.stream()
            .filter(l -> !isDifference(l))
            .flatMap(l -> l.customer().or(() -> customerOf(l.item())).stream())
            .collect(Collectors.toSet());
  }

  private static boolean isDifference(TapeLine line) {
    return line.kind() == LineKind.KEPT_BACK || line.kind() == LineKind.GRANTED;
  }

  private Optional<CustomerId> customerOf(Optional<ItemId> item) {
    return item.map(facts.items()::get).flatMap(OpenItem::customer);
  }

  /**
   * @return the differences that count towards no limit
   * @throws Refusal {@code reason} for one that is retired, {@code grant-above-settled}, {@code
   *     withheld-above-half}, {@code over-limit}
   */
  Set<TapeLine> require() {
    requireInUse();
    requireWithinSettled();
    Set<TapeLine> agreed = agreed();
    requireWithinLimits(agreed);
    return agreed;
  }

  private void requireInUse() {
    differences.stream()
        .flatMap(l -> l.reason().stream())
        .filter(DifferenceReason::retired)
        .findFirst()
        .ifPresent(
            r -> {
              throw new Refusal("reason", "“%s” is retired; choose another.".formatted(r.words()));
            });
  }

  private void requireWithinSettled() {
    Map<ItemId, Long> onItem = new HashMap<>();
    Map<ItemId, Long> withheld = new HashMap<>();
    for (TapeLine line : differences) {
      line.item().ifPresent(i -> onItem.merge(i, line.amountMinor(), Long::sum));
      if (line.reason().get().equals(DifferenceReason.TAX_WITHHELD)) {
        withheld.merge(line.item().orElseThrow(), line.amountMinor(), Long::sum);
      }
    }
    onItem.forEach(
        (item, minor) ->
            requireAtMost(
                "grant-above-settled",
                "What is kept back and granted on %s, %s, is more than the tape settles of it.",
                item,
                minor,
                settled.getOrDefault(item, 0L)));
    withheld.forEach(
        (item, minor) ->
            requireAtMost(
                "withheld-above-half",
                "Tax withheld on %s, %s, is more than half of what the tape settles of it.",
                item,
                minor,
                settled.get(item) / 2));
  }

  private void requireAtMost(String code, String words, ItemId item, long minor, long most) {
    if (minor > most) {
      throw new Refusal(code, words.formatted(facts.items().get(item).number(), words(minor)));
    }
  }

  private void requireWithinLimits(Set<TapeLine> agreed) {
    Map<DifferenceReason, Long> onTape = new HashMap<>();
    Map<DifferencesBefore.OfItem, Long> onItem = new HashMap<>();
    Map<DifferencesBefore.OfCustomer, Long> ofCustomer = new HashMap<>();
    for (TapeLine line : differences) {
      if (agreed.contains(line)) {
        continue;
      }
      DifferenceReason reason = line.reason().get();
      onTape.merge(reason, line.amountMinor(), Long::sum);
      itemOf(line)
          .ifPresent(
              i ->
                  onItem.merge(
                      new DifferencesBefore.OfItem(i, reason), line.amountMinor(), Long::sum));
      for (CustomerId customer : customersOf(line)) {
        ofCustomer.merge(
            new DifferencesBefore.OfCustomer(customer, reason), line.amountMinor(), Long::sum);
      }
    }
    onTape.forEach((r, minor) -> requireLimit(r, minor, "on this tape", limit(r).tape()));
    onItem.forEach(
        (k, minor) ->
            requireLimit(
                k.reason(),
                minor + facts.before().on(k.item(), k.reason()).countedMinor(),
                "on " + facts.items().get(k.item()).number(),
                limit(k.reason()).tape()));
    ofCustomer.forEach(
        (k, minor) ->
            requireLimit(
                k.reason(),
                minor + facts.before().thisMonth(k.customer(), k.reason()),
                "for this customer this month",
                limit(k.reason()).month()));
    requireSumOfGrants(onTape);
  }

  /** What is let off under several names is let off all the same. */
  private void requireSumOfGrants(Map<DifferenceReason, Long> onTape) {
    long sum = 0;
    long most = 0;
    for (Map.Entry<DifferenceReason, Long> granted : onTape.entrySet()) {
      if (granted.getKey().side() == DifferenceReason.Side.GRANTED) {
        sum += granted.getValue();
        most = Math.max(most, limit(granted.getKey()).tape().minor());
      }
    }
    if (sum > most) {
      throw overLimit(
          "granted under several reasons",
          sum,
          "on this tape",
          Money.ofMinor(money.currency(), most));
    }
  }

  private DifferenceLimits.Limit limit(DifferenceReason reason) {
    return facts.limits().differences().of(reason, facts.authority(), money.currency());
  }

  private void requireLimit(DifferenceReason reason, long minor, String where, Money most) {
    if (minor > most.minor()) {
      throw overLimit(reason.words(), minor, where, most);
    }
  }

  private Refusal overLimit(String what, long minor, String where, Money most) {
    String who =
        facts.authority() == Authority.CLERK
            ? "; a supervisor may post it."
            : "; a supervisor sets it in the rules.";
    return new Refusal(
        "over-limit",
        "%s: %s %s; your limit is %s%s".formatted(what, words(minor), where, most.words(), who));
  }

  /** The item on which it is: the one that it names, or the only one that the tape settles. */
  private Optional<ItemId> itemOf(TapeLine line) {
    return line.item()
        .or(() -> settled.size() == 1 ? settled.keySet().stream().findFirst() : Optional.empty());
  }

  /** Whose it is: of its item; else of everybody on the tape. */
  private Set<CustomerId> customersOf(TapeLine line) {
    return customerOf(line.item()).map(Set::of).orElse(customers);
  }

  /** What terms in time, or a rate of the house, grant; all of one item and reason together. */
  private Set<TapeLine> agreed() {
    Map<DifferencesBefore.OfItem, Long> sums = new HashMap<>();
    for (TapeLine line : differences) {
      line.item()
          .ifPresent(
              i ->
                  sums.merge(
                      new DifferencesBefore.OfItem(i, line.reason().get()),
                      line.amountMinor(),
                      Long::sum));
    }
    Set<TapeLine> agreed = new HashSet<>();
    for (TapeLine line : differences) {
      line.item()
          .map(i -> new DifferencesBefore.OfItem(i, line.reason().get()))
          .filter(k -> sums.get(k) + before(k) <= agreedMinor(k))
          .ifPresent(k -> agreed.add(line));
    }
    return agreed;
  }

  private long before(DifferencesBefore.OfItem k) {
    return facts.before().on(k.item(), k.reason()).allMinor();
  }

  private long agreedMinor(DifferencesBefore.OfItem k) {
    OpenItem item = facts.items().get(k.item());
    if (k.reason().equals(DifferenceReason.DISCOUNT)) {
      return item.terms()
          .filter(t -> !money.date().isAfter(lastDay(t, item)))
          .map(t -> inMoney(item, t.discountMinor(item.totalMinor())))
          .orElse(0L);
    }
    if (k.reason().equals(DifferenceReason.TAX_WITHHELD)) {
      // on several items a cent for each may be left over, which one of them carries
      return facts.withheldBasisPoints().stream()
          .mapToLong(r -> inMoney(item, Proportion.halfUp(item.totalMinor(), r, WHOLE)))
          .map(minor -> minor + settled.size() - 1)
          .max()
          .orElse(0L);
    }
    return 0L;
  }

  /** An amount of an item in the currency of the money. */
  private long inMoney(OpenItem item, long minor) {
    return Optional.ofNullable(rates.get(item.id()))
        .map(r -> r.convert(Money.ofMinor(item.currency(), minor)).minor())
        .orElse(minor);
  }

  private LocalDate lastDay(Terms terms, OpenItem item) {
    return terms.lastDiscountDay(item.date()).plusDays(facts.limits().discountGraceDays());
  }

  private String words(long minor) {
    return AmountText.words(minor, money.currency());
  }
}
