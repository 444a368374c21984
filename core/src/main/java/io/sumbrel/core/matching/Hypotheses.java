package io.sumbrel.core.matching;

import io.sumbrel.core.evidence.Evidence;
import io.sumbrel.core.matching.combination.Combinations;
import io.sumbrel.core.matching.combination.Combinations.Searched;
import io.sumbrel.core.money.AmountText;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.openitem.Terms;
import io.sumbrel.core.party.CustomerId;
import io.sumbrel.core.receipt.MoneyIn;
import io.sumbrel.core.tape.DifferenceReason;
import io.sumbrel.core.tape.ShortPayReason;
import io.sumbrel.core.tape.TapeLine;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * The ways that may explain one sum, by families in a fixed order: what its text names, one equal
 * item, sets of one customer, the whole account, a discount or charge on one item, the earliest due
 * for a round sum.
 */
final class Hypotheses {
  private static final int MAX_SET = 4;
  private static final int KEEP_SETS = 9;

  private final MatchingProblem problem;
  private final MoneyIn moneyIn;
  private final Reading reading;
  private final Scoring scoring;
  private final Map<Set<TapeLine>, Hypothesis> found = new LinkedHashMap<>();
  private long uncounted;
  private Searched searched = Searched.SEARCHED_ALL;

  /** A way, with its points in thousandths of a logit. */
  record Hypothesis(
      String words,
      List<TapeLine> lines,
      Optional<CustomerId> customer,
      List<Evidence> evidence,
      int points) {}

  Hypotheses(MatchingProblem problem, MoneyIn moneyIn, Reading reading) {
    this.problem = problem;
    this.moneyIn = moneyIn;
    this.reading = reading;
    this.scoring = new Scoring(problem, moneyIn, reading);
    referenced();
    problem.byAmount(moneyIn).forEach(i -> exact(List.of(i), 1));
    Set<CustomerId> customers = new LinkedHashSet<>();
    reading.payers().forEach(p -> customers.add(p.customer()));
    reading
        .references()
        .keySet()
        .forEach(i -> problem.item(i).customer().ifPresent(customers::add));
    customers.forEach(this::ofCustomer);
    if (found.isEmpty()) {
      secondPayment();
      acrossCustomers();
    }
    prepaid();
  }

  List<Hypothesis> found() {
    return List.copyOf(found.values());
  }

  /** How many ways there are in all, those counted but not listed among them. */
  long count() {
    return found.size() + uncounted;
  }

  Searched searched() {
    return searched;
  }

  private void referenced() {
    List<Integer> named = List.copyOf(reading.references().keySet());
    if (named.isEmpty()) {
      return;
    }
    long sum = sum(named);
    long under = sum - moneyIn.amountMinor();
    if (under == 0) {
      exact(named, 1);
    } else if (under > 0) {
      discounted(named, under);
      charged(named, under);
      shortPaid(named, under);
      subsets(named, moneyIn.amountMinor(), List.of());
    } else {
      customersOf(named).forEach(c -> subsets(others(c, named), -under, named));
      overpaid(named, -under);
    }
  }

  private Set<CustomerId> customersOf(List<Integer> indices) {
    Set<CustomerId> customers = new LinkedHashSet<>();
    indices.forEach(i -> problem.item(i).customer().ifPresent(customers::add));
    return customers;
  }

  private List<Integer> others(CustomerId customer, List<Integer> without) {
    List<Integer> pool = problem.pool(customer, moneyIn);
    pool.removeAll(without);
    return pool;
  }

  private void ofCustomer(CustomerId customer) {
    List<Integer> pool = problem.pool(customer, moneyIn);
    subsets(pool, moneyIn.amountMinor(), List.of());
    if (sum(pool) == moneyIn.amountMinor()) {
      exact(pool, 1);
    }
    List<Integer> overdue = pool.stream().filter(this::isDue).toList();
    if (!overdue.isEmpty() && sum(overdue) == moneyIn.amountMinor()) {
      exact(overdue, 1);
    }
    for (int i : pool) {
      long under = problem.item(i).openMinor() - moneyIn.amountMinor();
      if (under > 0 && reading.references().isEmpty()) {
        discounted(List.of(i), under);
        charged(List.of(i), under);
      }
    }
    earliestDue(pool);
  }

  private boolean isDue(int index) {
    return problem.item(index).due().filter(d -> !d.isAfter(moneyIn.bookingDate())).isPresent();
  }

  private void subsets(List<Integer> pool, long target, List<Integer> with) {
    long[] amounts = pool.stream().mapToLong(i -> problem.item(i).openMinor()).toArray();
    Combinations.Result result = Combinations.search(amounts, target, MAX_SET, KEEP_SETS);
    if (result.searched().compareTo(searched) > 0) {
      searched = result.searched();
    }
    uncounted += result.count() - result.sets().size();
    for (int[] set : result.sets()) {
      List<Integer> indices = new ArrayList<>(with);
      for (int k : set) {
        indices.add(pool.get(k));
      }
      exact(indices, result.count());
    }
  }

  private void exact(List<Integer> indices, long alternatives) {
    add(indices, settleAll(indices), "", scoring.exact(indices, alternatives));
  }

  private void discounted(List<Integer> indices, long under) {
    List<TapeLine> lines = settleAll(indices);
    long sum = 0;
    boolean late = false;
    for (int i : indices) {
      OpenItem item = problem.item(i);
      Optional<Terms> terms = item.terms().filter(Terms::grantsDiscount);
      boolean whole = item.openMinor() == item.totalMinor() && item.openMinor() > 0;
      if (terms.isPresent() && whole && !isTooLate(item, terms.get())) {
        late |= moneyIn.bookingDate().isAfter(terms.get().lastDiscountDay(item.date()));
        sum += item.discountMinor();
        lines.add(TapeLine.granted(DifferenceReason.DISCOUNT, item.id(), item.discountMinor()));
      }
    }
    if (sum == under) {
      add(
          indices,
          lines,
          ", less " + words(under) + " discount",
          scoring.discounted(indices, under, late));
    }
  }

  private boolean isTooLate(OpenItem item, Terms terms) {
    return moneyIn
        .bookingDate()
        .isAfter(terms.lastDiscountDay(item.date()).plusDays(problem.limits().discountGraceDays()));
  }

  /** A bank on the way keeps its charge; a cheque loses nothing on its way. */
  private void charged(List<Integer> indices, long under) {
    if (under > problem.limits().chargeCapMinor() || reading.isCheque(moneyIn)) {
      return;
    }
    List<TapeLine> lines = settleAll(indices);
    lines.add(0, TapeLine.keptBack(DifferenceReason.BANK_CHARGE, under));
    add(indices, lines, ", less " + words(under) + " charge", scoring.charged(indices, under));
  }

  private void shortPaid(List<Integer> indices, long under) {
    int last = indices.get(indices.size() - 1);
    OpenItem item = problem.item(last);
    long part = item.openMinor() - under;
    if (part <= 0 || indices.stream().anyMatch(i -> problem.item(i).openMinor() < 0)) {
      return;
    }
    List<TapeLine> lines = settleAll(indices.subList(0, indices.size() - 1));
    lines.add(TapeLine.settles(item.id(), part).leavingOpen(ShortPayReason.UNKNOWN));
    String before = indices.size() == 1 ? "" : name(indices.subList(0, indices.size() - 1)) + " + ";
    addNamed(
        before + words(part) + " of " + name(List.of(last)),
        indices,
        lines,
        scoring.shortPaid(indices, under, item));
  }

  private void overpaid(List<Integer> indices, long over) {
    CustomerId customer = problem.item(indices.get(0)).customer().orElseThrow();
    List<TapeLine> lines = settleAll(indices);
    lines.add(TapeLine.onAccount(customer, over));
    add(indices, lines, ", " + words(over) + " on account", scoring.overpaid(indices, over));
  }

  /** A round sum without numbers runs down from the earliest due. */
  private void earliestDue(List<Integer> pool) {
    long left = moneyIn.amountMinor();
    boolean round = left % 5_000 == 0 && reading.references().isEmpty();
    List<TapeLine> lines = new ArrayList<>();
    List<Integer> indices = new ArrayList<>();
    for (int i : pool) {
      OpenItem item = problem.item(i);
      if (left > 0 && item.openMinor() > 0) {
        long part = Math.min(left, item.openMinor());
        lines.add(TapeLine.settles(item.id(), part));
        indices.add(i);
        left -= part;
      }
    }
    if (round && left == 0 && !indices.isEmpty()) {
      addNamed(
          "earliest due first: " + name(indices), indices, lines, scoring.earliestDue(indices));
    }
  }

  /** All that the text names is settled: a second payment, to be kept or sent back. */
  private void secondPayment() {
    reading.settled().keySet().stream()
        .findFirst()
        .ifPresent(
            i -> {
              CustomerId customer = problem.item(i).customer().orElseThrow();
              List<TapeLine> lines = List.of(TapeLine.onAccount(customer, moneyIn.amountMinor()));
              addNamed("a second payment: keep on account", List.of(i), lines, scoring.second(i));
            });
  }

  /** An order that is not billed yet: the money waits for its invoice. */
  private void prepaid() {
    Optional<Evidence> order = reading.unbilledOrder(moneyIn);
    Optional<CustomerId> customer =
        reading.payers().stream().findFirst().map(Reading.Payer::customer);
    if (order.isPresent() && customer.isPresent()) {
      List<TapeLine> lines = List.of(TapeLine.onAccount(customer.get(), moneyIn.amountMinor()));
      Scoring.Score score = scoring.prepaid(order.get());
      found.put(
          Set.copyOf(lines),
          new Hypothesis(
              "a prepayment: keep on account", lines, customer, score.evidence(), score.points()));
    }
  }

  /**
   * A deposit that names nobody may hold what two customers paid. Every pair of invoices that
   * reaches the sum is counted, a few are shown; which of them it is, the amount alone never says.
   */
  private void acrossCustomers() {
    if (!reading.isUnnamedDeposit(moneyIn) || !found.isEmpty()) {
      return;
    }
    Map<Long, List<Integer>> byAmount = new HashMap<>();
    List<int[]> pairs = new ArrayList<>();
    long count = 0;
    for (int i : problem.openOf(moneyIn.currency())) {
      long open = problem.item(i).openMinor();
      for (int other : byAmount.getOrDefault(moneyIn.amountMinor() - open, List.of())) {
        count++;
        if (pairs.size() < KEEP_SETS) {
          pairs.add(new int[] {other, i});
        }
      }
      byAmount.computeIfAbsent(open, k -> new ArrayList<>()).add(i);
    }
    for (int[] pair : pairs) {
      List<Integer> indices = List.of(pair[0], pair[1]);
      add(indices, settleAll(indices), "", scoring.acrossCustomers(indices, count));
    }
    uncounted += count - pairs.size();
  }

  private List<TapeLine> settleAll(List<Integer> indices) {
    List<TapeLine> lines = new ArrayList<>();
    for (int i : indices) {
      OpenItem item = problem.item(i);
      lines.add(
          item.openMinor() < 0
              ? TapeLine.creditUsed(item.id(), -item.openMinor())
              : TapeLine.settles(item.id(), item.openMinor()));
    }
    return lines;
  }

  private void add(
      List<Integer> indices, List<TapeLine> lines, String suffix, Scoring.Score score) {
    addNamed(name(indices) + suffix, indices, lines, score);
  }

  private void addNamed(
      String words, List<Integer> indices, List<TapeLine> lines, Scoring.Score score) {
    boolean settlesSomething = lines.stream().anyMatch(l -> l.signedMinor(false) < 0);
    if (settlesSomething) {
      found.putIfAbsent(
          Set.copyOf(lines),
          new Hypothesis(
              words,
              lines,
              problem.item(indices.get(0)).customer(),
              score.evidence(),
              score.points()));
    }
  }

  private String name(List<Integer> indices) {
    if (indices.size() > MAX_SET) {
      int customers = customersOf(indices).size();
      return indices.size() + " items" + (customers > 1 ? " of " + customers + " customers" : "");
    }
    List<String> names = indices.stream().map(i -> problem.item(i).number()).toList();
    return String.join(" + ", names);
  }

  private long sum(List<Integer> indices) {
    return indices.stream().mapToLong(i -> problem.item(i).openMinor()).sum();
  }

  private String words(long minor) {
    return AmountText.words(minor, moneyIn.currency());
  }
}
