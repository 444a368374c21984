package io.sumbrel.core.refund;

import io.sumbrel.core.evidence.Evidence;
import io.sumbrel.core.evidence.TextSpan;
import io.sumbrel.core.matching.Certainty;
import io.sumbrel.core.money.Money;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.party.Customer;
import io.sumbrel.core.party.CustomerId;
import io.sumbrel.core.receipt.MoneyIn;
import io.sumbrel.core.tape.TapeLine;
import io.sumbrel.core.usual.OtherWay;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/**
 * Which credit notes and which money on account an entry repays that was paid out: by their
 * numbers, by the customer whom it names, by the sum. Immutable.
 */
public final class Refunds {
  /** A name of fewer letters says too little. */
  private static final int SHORTEST_NAME = 4;

  private final Map<CustomerId, List<OpenItem>> credits = new LinkedHashMap<>();
  private final Map<CustomerId, String> names;
  private final Map<CustomerId, String> plainNames;

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
    plainNames = customers.stream().collect(Collectors.toMap(Customer::id, c -> plain(c.name())));
  }

  /** The likeliest first; none for money that came in, or is no entry of a bank. */
  public List<OtherWay> waysFor(MoneyIn entry) {
    if (entry.isIn() || entry.bankLine().isEmpty()) {
      return List.of();
    }
    List<OtherWay> ways = new ArrayList<>();
    String all = plain(entry.payerName().orElse("") + "\n" + entry.text());
    for (Map.Entry<CustomerId, List<OpenItem>> of : credits.entrySet()) {
      List<OpenItem> open =
          of.getValue().stream().filter(i -> i.currency().equals(entry.currency())).toList();
      boolean named = names(all, of.getKey());
      repaid(entry, open, named).ifPresent(set -> ways.add(way(entry, of.getKey(), set, named)));
    }
    boolean sole = ways.stream().filter(w -> w.certainty() == Certainty.LIKELY).count() == 1;
    return ways.stream()
        .map(w -> sole || w.certainty() != Certainty.LIKELY ? w : thin(w))
        .sorted(OtherWay.IN_ORDER)
        .toList();
  }

  private boolean names(String all, CustomerId customer) {
    String name = plainNames.getOrDefault(customer, "");
    return name.length() >= SHORTEST_NAME && all.contains(name);
  }

  /**
   * The credits of a customer that an entry repays: those whose numbers it names, as far as they
   * reach; else one of the very sum, or all of them together.
   */
  private static Optional<List<OpenItem>> repaid(
      MoneyIn entry, List<OpenItem> open, boolean named) {
    long out = -entry.amountMinor();
    List<OpenItem> numbered = open.stream().filter(i -> span(entry, i).isPresent()).toList();
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

  private OtherWay way(MoneyIn entry, CustomerId customer, List<OpenItem> set, boolean named) {
    List<TapeLine> lines = new ArrayList<>();
    List<Evidence> why = new ArrayList<>();
    long left = -entry.amountMinor();
    for (OpenItem credit : set) {
      long used = Math.min(left, -credit.openMinor());
      if (used > 0) {
        lines.add(TapeLine.creditUsed(credit.id(), Money.ofMinor(credit.currency(), used)));
        left -= used;
      }
      span(entry, credit)
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

  /** Where the number of a credit stands in the text, by itself. */
  private static Optional<TextSpan> span(MoneyIn entry, OpenItem credit) {
    String text = entry.text().toUpperCase(Locale.ROOT);
    String number = credit.number().toUpperCase(Locale.ROOT);
    if (!text.contains(number)) {
      return Optional.empty();
    }
    return Pattern.compile("(?<![A-Z0-9])" + Pattern.quote(number) + "(?![A-Z0-9])")
        .matcher(text)
        .results()
        .findFirst()
        .map(m -> new TextSpan(m.start(), m.end()));
  }

  private static String plain(String text) {
    return text.toUpperCase(Locale.ROOT).replaceAll("[^\\p{L}\\d]+", " ").strip();
  }
}
