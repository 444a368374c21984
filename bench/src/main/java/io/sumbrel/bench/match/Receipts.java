package io.sumbrel.bench.match;

import io.sumbrel.core.difference.DifferenceReason;
import io.sumbrel.core.money.Money;
import io.sumbrel.core.openitem.ItemKind;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.party.Customer;
import io.sumbrel.core.receipt.MoneyIn;
import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.core.remittance.RemittanceDetail;
import io.sumbrel.core.tape.LineKind;
import io.sumbrel.core.tape.TapeLine;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;

/** The money of an invented company: what each sum pays is decided first, then what is written. */
final class Receipts {
  private static final int TRIES = 60;
  private static final long[] CHARGES = {500, 750, 1_000, 1_250, 1_500, 1_800, 2_000, 2_500, 3_500};

  private final Payers payers;
  private final Random random;
  private final Population population;
  private final BankText texts;
  private final Set<Integer> taken = new HashSet<>();
  private final List<MoneyIn> money = new ArrayList<>();
  private final List<Truth> truths = new ArrayList<>();

  Receipts(Payers payers, Population population, int moneyIn, long seed) {
    this.payers = payers;
    this.population = population;
    this.random = new Random(seed);
    this.texts = new BankText(payers, population, random);
    int all = 0;
    for (Kind kind : Kind.values()) {
      all += share(kind);
    }
    while (money.size() < moneyIn) {
      int at = random.nextInt(all);
      Kind kind = Kind.SINGLE;
      for (Kind k : Kind.values()) {
        if (at >= 0 && at < share(k)) {
          kind = k;
        }
        at -= share(k);
      }
      make(kind);
    }
  }

  private int share(Kind kind) {
    return kind == Kind.THIRD_PARTY ? population.strangers() : kind.share;
  }

  World world() {
    return new World(payers.customers, payers.items, payers.past, money, truths);
  }

  /** Makes one sum of a kind, or none when no customer is found who could have paid so. */
  private void make(Kind kind) {
    if (kind == Kind.NO_MATCH && hits(population.ways().duplicates())) {
      duplicate();
      return;
    }
    int tries = kind == Kind.PARENT ? 20 * TRIES : TRIES; // few customers are branches
    for (int t = 0; t < tries; t++) {
      OpenItem seed = payers.items.get(random.nextInt(payers.items.size()));
      int customer = (int) seed.customer().orElseThrow().number();
      if (seed.isSettled()
          || seed.kind() != ItemKind.INVOICE
          || taken.contains((int) seed.id().number())) {
        continue;
      }
      Optional<List<TapeLine>> tape = tape(kind, customer, seed);
      if (tape.isPresent()) {
        add(kind, customer, tape.get());
        return;
      }
    }
  }

  private Optional<List<TapeLine>> tape(Kind kind, int customer, OpenItem seed) {
    List<OpenItem> open = open(customer);
    return switch (kind) {
      case SINGLE, THIRD_PARTY -> Optional.of(settle(List.of(seed)));
      case SEVERAL -> some(several(open, seed));
      case CHARGE ->
          random.nextInt(3) > 0
              ? charged(List.of(seed))
              : some(several(open, seed)).flatMap(l -> charged(itemsOf(l)));
      case SHORT_PAY -> shortPaid(seed);
      case OLDEST_FIRST -> oldestFirst(open);
      case OVERPAYMENT -> Optional.of(overpaid(seed));
      case TWINS -> twin(open);
      case CREDIT_NETTED -> netted(customer, open, seed);
      case DISCOUNT -> discounted(open, seed);
      case PARENT -> ofBranches(customer);
      case NO_MATCH, DUPLICATE -> Optional.of(List.of());
    };
  }

  /** Open invoices of a customer that nothing pays yet, the earliest due first. */
  private List<OpenItem> open(int customer) {
    return payers.openOf.get(customer).stream()
        .filter(i -> !taken.contains(i))
        .map(payers.items::get)
        .filter(i -> i.kind() == ItemKind.INVOICE)
        .sorted(
            Comparator.comparing((OpenItem i) -> i.due().orElseThrow())
                .thenComparing(i -> i.id().number()))
        .toList();
  }

  private List<OpenItem> several(List<OpenItem> open, OpenItem seed) {
    if (open.size() < 2) {
      return List.of();
    }
    int most = Math.min(open.size(), 8);
    int count = 2 + random.nextInt(most - 1);
    int way = random.nextInt(100);
    if (way < 20) {
      return open.stream().filter(i -> !i.due().orElseThrow().isAfter(Payers.DAY)).toList();
    }
    if (way < 40) {
      return open.subList(0, count);
    }
    if (way < 50) {
      return open.stream().filter(i -> i.date().getMonth() == seed.date().getMonth()).toList();
    }
    if (way < 70) {
      List<OpenItem> byNumber =
          open.stream().sorted(Comparator.comparing(OpenItem::number)).toList();
      int from = random.nextInt(open.size() - count + 1);
      return byNumber.subList(from, from + count);
    }
    List<OpenItem> any = new ArrayList<>(open);
    java.util.Collections.shuffle(any, random);
    return any.subList(0, Math.min(count, 5));
  }

  private static Optional<List<TapeLine>> some(List<OpenItem> items) {
    return items.size() < 2 || items.size() > 40 ? Optional.empty() : Optional.of(settle(items));
  }

  private static Money in(OpenItem item, long minor) {
    return Money.ofMinor(item.currency(), minor);
  }

  private static List<TapeLine> settle(List<OpenItem> items) {
    List<TapeLine> lines = new ArrayList<>();
    for (OpenItem i : items) {
      lines.add(
          i.openMinor() > 0
              ? TapeLine.settles(i.id(), in(i, i.openMinor()))
              : TapeLine.creditUsed(i.id(), in(i, -i.openMinor())));
    }
    return lines;
  }

  private List<OpenItem> itemsOf(List<TapeLine> lines) {
    return lines.stream()
        .map(l -> payers.items.get((int) l.item().orElseThrow().number()))
        .toList();
  }

  private Optional<List<TapeLine>> charged(List<OpenItem> items) {
    List<TapeLine> lines = settle(items);
    long charge =
        random.nextInt(3) > 0
            ? CHARGES[random.nextInt(CHARGES.length)]
            : 300 + random.nextInt(3_000);
    lines.add(TapeLine.keptBack(DifferenceReason.BANK_CHARGE, in(items.get(0), charge)));
    return items.stream().mapToLong(OpenItem::openMinor).sum() > 5 * charge
        ? Optional.of(lines)
        : Optional.empty();
  }

  private Optional<List<TapeLine>> shortPaid(OpenItem item) {
    long open = item.openMinor();
    long less =
        random.nextBoolean()
            ? open * (2 + random.nextInt(30)) / 100
            : 1_000L * (1 + random.nextInt(20));
    return less > 0 && less < open
        ? Optional.of(List.of(TapeLine.settles(item.id(), in(item, open - less))))
        : Optional.empty();
  }

  private Optional<List<TapeLine>> oldestFirst(List<OpenItem> open) {
    long owed = open.stream().mapToLong(OpenItem::openMinor).sum();
    long step = owed > 400_000 ? 50_000 : 10_000;
    long sum = owed * (20 + random.nextInt(60)) / 100 / step * step;
    List<TapeLine> lines = new ArrayList<>();
    long left = sum;
    for (OpenItem i : open) {
      long part = Math.min(left, i.openMinor());
      if (part > 0) {
        lines.add(TapeLine.settles(i.id(), in(i, part)));
      }
      left -= part;
    }
    return lines.size() < 2 || lines.size() > 40 ? Optional.empty() : Optional.of(lines);
  }

  private List<TapeLine> overpaid(OpenItem item) {
    long over =
        random.nextBoolean()
            ? item.openMinor() * (1 + random.nextInt(20)) / 100 + 1
            : 1_000L * (1 + random.nextInt(10));
    List<TapeLine> lines = settle(List.of(item));
    lines.add(TapeLine.onAccount(item.customer().orElseThrow(), in(item, over)));
    return lines;
  }

  private Optional<List<TapeLine>> twin(List<OpenItem> open) {
    Map<Long, OpenItem> seen = new HashMap<>();
    for (OpenItem i : open) {
      OpenItem other = seen.putIfAbsent(i.openMinor(), i);
      if (other != null) {
        return Optional.of(settle(List.of(random.nextBoolean() ? i : other)));
      }
    }
    return Optional.empty();
  }

  private Optional<List<TapeLine>> netted(int customer, List<OpenItem> open, OpenItem seed) {
    List<OpenItem> credits =
        payers.openOf.get(customer).stream()
            .filter(i -> !taken.contains(i))
            .map(payers.items::get)
            .filter(i -> i.kind() == ItemKind.CREDIT_NOTE)
            .toList();
    if (credits.isEmpty()) {
      return Optional.empty();
    }
    List<OpenItem> items =
        new ArrayList<>(
            open.size() > 1 && random.nextBoolean() ? several(open, seed) : List.of(seed));
    items.add(credits.get(random.nextInt(credits.size())));
    boolean above = items.stream().mapToLong(OpenItem::openMinor).sum() > 0;
    return above && items.size() > 1 && items.size() <= 20
        ? Optional.of(settle(items))
        : Optional.empty();
  }

  private Optional<List<TapeLine>> discounted(List<OpenItem> open, OpenItem seed) {
    List<OpenItem> may =
        open.stream()
            .filter(i -> i.terms().orElseThrow().grantsDiscount())
            .filter(i -> !Payers.DAY.isAfter(i.date().plusDays(12)))
            .toList();
    if (may.isEmpty()) {
      return Optional.empty();
    }
    List<OpenItem> items = may.subList(0, Math.min(may.size(), 1 + random.nextInt(3)));
    List<TapeLine> lines = settle(items);
    boolean some = items.size() > 1 && hits(population.ways().someDiscount());
    items
        .subList(0, some ? 1 + random.nextInt(items.size() - 1) : items.size())
        .forEach(
            i ->
                lines.add(
                    TapeLine.granted(DifferenceReason.DISCOUNT, i.id(), in(i, i.discountMinor()))));
    return Optional.of(lines);
  }

  private Optional<List<TapeLine>> ofBranches(int customer) {
    Customer branch = payers.customers.get(customer);
    if (branch.parent().isEmpty()) {
      return Optional.empty();
    }
    List<OpenItem> open = new ArrayList<>();
    for (Customer c : payers.customers) {
      if (c.parent().equals(branch.parent())) {
        open.addAll(open((int) c.id().number()));
      }
    }
    List<OpenItem> some = several(open, open.get(0));
    return open.size() == 1 ? Optional.of(settle(open)) : some(some);
  }

  /** Pays once more what is settled, and names it. */
  private void duplicate() {
    for (int t = 0; t < TRIES; t++) {
      OpenItem paid = payers.items.get(random.nextInt(payers.items.size()));
      if (!paid.isSettled() || paid.kind() != ItemKind.INVOICE) {
        continue;
      }
      int customer = (int) paid.customer().orElseThrow().number();
      Money amount = in(paid, paid.totalMinor());
      BankText.Written written =
          texts.of(Kind.DUPLICATE, customer, List.of(TapeLine.settles(paid.id(), amount)));
      if (written.text().contains(texts.bare(paid))) {
        add(
            Kind.DUPLICATE,
            amount,
            written,
            List.of(TapeLine.onAccount(paid.customer().orElseThrow(), amount)));
        return;
      }
    }
  }

  private boolean hits(int perMille) {
    return perMille > 0 && random.nextInt(1000) < perMille;
  }

  /** What each item gets, as the payer states it; of one the number may not be readable. */
  private List<RemittanceDetail> split(List<TapeLine> lines) {
    boolean plain = lines.size() > 1 && lines.stream().allMatch(l -> l.kind() == LineKind.SETTLES);
    if (!plain || !hits(population.ways().splits())) {
      return List.of();
    }
    int unread = hits(population.ways().unread()) ? random.nextInt(lines.size()) : -1;
    List<RemittanceDetail> details = new ArrayList<>();
    for (int l = 0; l < lines.size(); l++) {
      String number = itemsOf(List.of(lines.get(l))).get(0).number();
      details.add(
          new RemittanceDetail(
              l == unread ? texts.edited(number) : number, lines.get(l).amountMinor()));
    }
    return details;
  }

  private void add(Kind kind, int customer, List<TapeLine> lines) {
    long amount =
        lines.isEmpty()
            ? 1_000 + random.nextInt(500_000)
            : -lines.stream().mapToLong(l -> l.signedMinor(false)).sum();
    lines.forEach(l -> l.item().ifPresent(i -> taken.add((int) i.number())));
    int payer =
        kind == Kind.PARENT
            ? (int) payers.customers.get(customer).parent().orElseThrow().number()
            : customer;
    BankText.Written written = texts.of(kind, payer, lines);
    add(kind, Money.ofMinor(payers.currency[customer], amount), written, lines);
  }

  private void add(Kind kind, Money amount, BankText.Written written, List<TapeLine> lines) {
    List<RemittanceDetail> split = split(lines);
    List<String> references = new ArrayList<>(written.references());
    // as the formats that state a split are read: its numbers are references too
    split.forEach(d -> references.add(d.number()));
    money.add(
        new MoneyIn(
                new MoneyInId(money.size()),
                amount.currency(),
                amount.minor(),
                Payers.DAY,
                written.payer(),
                written.account(),
                written.text(),
                references)
            .stating(split));
    truths.add(new Truth(kind, lines));
  }
}
