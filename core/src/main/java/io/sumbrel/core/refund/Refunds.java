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
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * What an entry repays that was paid out: what was decided before, else credit notes and money on
 * account, by their numbers, by the customer whom it names, by the sum. Immutable.
 */
public final class Refunds {
  private final List<ToGo> decided;
  private final Map<CustomerId, List<OpenItem>> credits = new LinkedHashMap<>();
  private final Map<CustomerId, String> names;

  /**
   * A payment that is decided, and that the bank has not shown.
   *
   * @param to whose credits it pays back; none for money of an unknown payer
   */
  public record ToGo(OpenItem item, Set<CustomerId> to) {}

  /**
   * @param decided what is to be paid back
   * @param open what is open of credits, in whatever currency
   * @param customers whose they are
   */
  public Refunds(List<ToGo> decided, Collection<OpenItem> open, Collection<Customer> customers) {
    this.decided = List.copyOf(decided);
    open.stream()
        .filter(i -> i.kind().isCredit() && i.customer().isPresent() && !i.isSettled())
        .sorted(Comparator.comparing(OpenItem::date).thenComparing(i -> i.id().number()))
        .forEach(i -> credits.computeIfAbsent(i.customer().get(), c -> new ArrayList<>(1)).add(i));
    names = customers.stream().collect(Collectors.toMap(Customer::id, Customer::name));
  }

  /** The likeliest first; none for money that came in. */
  public List<OtherWay> waysFor(MoneyIn entry) {
    if (entry.isIn()) {
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
    List<OtherWay> before = decidedBefore(entry, text);
    boolean met = before.stream().anyMatch(w -> w.certainty() == Certainty.LIKELY);
    return Stream.concat(
            before.stream(),
            ways.stream().map(w -> sole && !met || w.certainty() != Certainty.LIKELY ? w : thin(w)))
        .sorted(OtherWay.IN_ORDER)
        .toList();
  }

  /** Payments of this very sum that are decided: the only one, or the one that the bank names. */
  private List<OtherWay> decidedBefore(MoneyIn entry, BankText text) {
    List<ToGo> same =
        decided.stream()
            .filter(d -> d.item().openMinor() == entry.amountMinor())
            .filter(d -> d.item().currency().equals(entry.currency()))
            .toList();
    long named = same.stream().filter(d -> isNamed(d, text)).count();
    return same.stream()
        .map(d -> meeting(d, text, same.size() == 1 || named == 1 && isNamed(d, text)))
        .toList();
  }

  private boolean isNamed(ToGo payment, BankText text) {
    return text.spanOf(payment.item().number()).isPresent()
        || payment.to().stream().anyMatch(c -> text.names(names.getOrDefault(c, "")));
  }

  private OtherWay meeting(ToGo payment, BankText text, boolean likely) {
    OpenItem item = payment.item();
    String to =
        payment.to().isEmpty()
            ? "an unknown payer"
            : payment.to().stream().map(names::get).sorted().collect(Collectors.joining(" and "));
    List<Evidence> why = new ArrayList<>();
    why.add(new Evidence.ToBePaid(item.number(), to, item.date()));
    if (isNamed(payment, text)) {
      why.add(new Evidence.RefundTo(to));
    }
    Money whole = Money.ofMinor(item.currency(), -item.openMinor());
    return new OtherWay(
        "refund %s to %s, decided before".formatted(item.number(), to),
        List.of(TapeLine.creditUsed(item.id(), whole)),
        likely ? Certainty.LIKELY : Certainty.THIN,
        why);
  }

  /**
   * What was decided before and is this sum, met by no line of a tape: placed otherwise it would be
   * paid twice. Empty where there is none.
   */
  public Optional<OtherWay> passedOver(MoneyIn entry, List<TapeLine> tape) {
    return decidedBefore(entry, new BankText(entry)).stream()
        .filter(w -> w.certainty() == Certainty.LIKELY)
        .filter(w -> tape.stream().noneMatch(l -> l.item().equals(w.lines().get(0).item())))
        .findFirst();
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
