package io.sumbrel.core.refund;

import io.sumbrel.core.evidence.Evidence;
import io.sumbrel.core.matching.Certainty;
import io.sumbrel.core.money.Money;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.party.Customer;
import io.sumbrel.core.party.CustomerId;
import io.sumbrel.core.receipt.MoneyIn;
import io.sumbrel.core.tape.TapeLine;
import io.sumbrel.core.usual.BankText;
import io.sumbrel.core.usual.OtherWay;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;

/**
 * Which credit notes and which money on account an entry repays that was paid out: by their
 * numbers, by the customer whom it names, by the sum. Immutable.
 */
public final class Refunds {
  private final Map<CustomerId, List<OpenItem>> credits = new LinkedHashMap<>();
  private final Map<CustomerId, String> names;

  /**
   * @param open what is open of credits, in whatever currency
   * @param customers whose they are
   */
  public Refunds(Collection<OpenItem> open, Collection<Customer> customers) {
    open.stream()
        .filter(i -> i.kind().isCredit() && i.customer().isPresent() && !i.isSettled())
        .sorted(Comparator.comparing(OpenItem::date).thenComparing(i -> i.id().number()))
        .forEach(i -> credits.computeIfAbsent(i.customer().get(), c -> new ArrayList<>(1)).add(i));
    names = customers.stream().collect(Collectors.toMap(Customer::id, Customer::name));
  }

  /** The likeliest first; none for money that came in, or is no entry of a bank. */
  public List<OtherWay> waysFor(MoneyIn entry) {
    if (entry.isIn() || entry.bankLine().isEmpty()) {
      return List.of();
    }
    List<OtherWay> ways = new ArrayList<>();
    BankText text = new BankText(entry);
    for (Map.Entry<CustomerId, List<OpenItem>> of : credits.entrySet()) {
      List<OpenItem> open =
          of.getValue().stream().filter(i -> i.currency().equals(entry.currency())).toList();
      boolean named = text.names(names.getOrDefault(of.getKey(), ""));
      repaid(entry, text, open, named)
          .ifPresent(set -> ways.add(way(entry, text, of.getKey(), set, named)));
    }
    boolean sole = ways.stream().filter(w -> w.certainty() == Certainty.LIKELY).count() == 1;
    return ways.stream()
        .map(w -> sole || w.certainty() != Certainty.LIKELY ? w : thin(w))
        .sorted(OtherWay.IN_ORDER)
        .toList();
  }

  /**
   * The credits of a customer that an entry repays: those whose numbers it names, as far as they
   * reach; else one of the very sum, or all of them together.
   */
  private static Optional<List<OpenItem>> repaid(
      MoneyIn entry, BankText text, List<OpenItem> open, boolean named) {
    long out = -entry.amountMinor();
    List<OpenItem> numbered =
        open.stream().filter(i -> text.spanOf(i.number()).isPresent()).toList();
    if (leftOf(numbered) >= out) {
      return Optional.of(numbered);
    }
    List<OpenItem> same = open.stream().filter(i -> -i.openMinor() == out).toList();
    if (same.size() == 1) {
      return Optional.of(same);
    }
    return named && leftOf(open) == out ? Optional.of(open) : Optional.empty();
  }

  private static long leftOf(List<OpenItem> credits) {
    return credits.stream().mapToLong(i -> -i.openMinor()).sum();
  }

  private OtherWay way(
      MoneyIn entry, BankText text, CustomerId customer, List<OpenItem> set, boolean named) {
    List<TapeLine> lines = new ArrayList<>();
    List<Evidence> why = new ArrayList<>();
    long left = -entry.amountMinor();
    for (OpenItem credit : set) {
      long used = Math.min(left, -credit.openMinor());
      if (used > 0) {
        lines.add(TapeLine.creditUsed(credit.id(), Money.ofMinor(credit.currency(), used)));
        left -= used;
      }
      text.spanOf(credit.number())
          .ifPresent(
              s ->
                  why.add(
                      new Evidence.ItemNamed(
                          credit.number(),
                          credit.number(),
                          Evidence.NumberReading.WHOLE,
                          Optional.of(s))));
    }
    boolean numbered = !why.isEmpty();
    if (named) {
      why.add(new Evidence.RefundTo(names.get(customer)));
    }
    boolean meets = leftOf(set) == -entry.amountMinor();
    if (meets) {
      why.add(new Evidence.AmountMeets());
    }
    return new OtherWay(
        "refund to %s of %s"
            .formatted(
                names.getOrDefault(customer, "a customer"),
                set.stream().map(OpenItem::number).collect(Collectors.joining(" + "))),
        lines,
        meets && (numbered || named) ? Certainty.LIKELY : Certainty.THIN,
        why);
  }

  private static OtherWay thin(OtherWay way) {
    return new OtherWay(way.words(), way.lines(), Certainty.THIN, way.evidence());
  }
}
