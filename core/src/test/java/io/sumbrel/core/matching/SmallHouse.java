package io.sumbrel.core.matching;

import io.sumbrel.core.bank.Method;
import io.sumbrel.core.deposit.DepositKind;
import io.sumbrel.core.deposit.Recorded;
import io.sumbrel.core.deposit.RecordedId;
import io.sumbrel.core.matching.problem.MatchingProblem;
import io.sumbrel.core.matching.problem.RememberedPayers;
import io.sumbrel.core.money.Money;
import io.sumbrel.core.openitem.ItemId;
import io.sumbrel.core.openitem.ItemKind;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.openitem.Terms;
import io.sumbrel.core.party.Customer;
import io.sumbrel.core.party.CustomerId;
import io.sumbrel.core.receipt.BankLine;
import io.sumbrel.core.receipt.MoneyIn;
import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.core.receipt.PastPayment;
import io.sumbrel.core.rules.HouseRules;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Currency;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** A house of a few customers and items, put together in a test line by line. */
public abstract class SmallHouse {
  static final Currency USD = Currency.getInstance("USD");
  static final long ACCOUNT = 7;
  static final LocalDate DAY = LocalDate.of(2026, 11, 16);

  protected final List<Customer> customers = new ArrayList<>();
  protected final List<OpenItem> items = new ArrayList<>();
  protected final List<MoneyIn> pile = new ArrayList<>();
  protected final List<PastPayment> past = new ArrayList<>();
  protected final List<Recorded> recorded = new ArrayList<>();

  protected HouseRules rules = HouseRules.DEFAULTS;

  protected static Money usd(long minor) {
    return Money.ofMinor(USD, minor);
  }

  protected CustomerId customer(String name, CustomerId... parent) {
    CustomerId id = new CustomerId(customers.size() + 1L);
    customers.add(new Customer(id, "K-" + id.number(), name, List.of(parent).stream().findFirst()));
    return id;
  }

  protected OpenItem item(CustomerId customer, String number, long minor) {
    return item(customer, number, minor, "net 30");
  }

  protected OpenItem item(CustomerId customer, String number, long minor, String terms) {
    OpenItem item =
        new OpenItem(
            new ItemId(items.size() + 1L),
            minor < 0 ? ItemKind.CREDIT_NOTE : ItemKind.INVOICE,
            Optional.of(customer),
            number,
            DAY.minusDays(10 + items.size()),
            Optional.of(DAY.minusDays(items.size())),
            USD,
            minor,
            minor,
            Optional.empty(),
            Optional.of("ORD-" + number),
            Optional.of(Terms.parse(terms)));
    items.add(item);
    return item;
  }

  /** Money that came and was placed on no item. */
  protected OpenItem kept(ItemKind kind, Optional<CustomerId> customer, long minor) {
    OpenItem item =
        new OpenItem(
            new ItemId(items.size() + 1L),
            kind,
            customer,
            "P-" + items.size(),
            DAY,
            Optional.empty(),
            USD,
            -minor,
            -minor,
            Optional.empty(),
            Optional.empty(),
            Optional.empty());
    items.add(item);
    return item;
  }

  private MoneyInId nextId() {
    return new MoneyInId(pile.isEmpty() ? 1 : pile.get(pile.size() - 1).id().number() + 1);
  }

  protected void money(String payer, long minor, String text) {
    pile.add(
        new MoneyIn(
            nextId(),
            USD,
            minor,
            DAY,
            Optional.of(payer),
            Optional.empty(),
            payer + "\n" + text,
            List.of()));
  }

  protected List<Plan.Row> plan() {
    return Planner.plan(problem()).rows();
  }

  protected MatchingProblem problem() {
    RememberedPayers remembered =
        RememberedPayers.of(past, customers, items).forgetting(rules.forgotten());
    return MatchingProblem.of(pile, items, customers, remembered, recorded, rules);
  }

  Proposal chosen(Plan.Row row) {
    return row.ways().get(row.chosen().orElseThrow());
  }

  protected void paidBefore(CustomerId customer, String payer, String account, int times) {
    for (int i = 0; i < times; i++) {
      past.add(
          new PastPayment(
              2 + i,
              DAY.minusDays(30L * (i + 1)),
              Optional.of(payer).filter(p -> !p.isEmpty()),
              Optional.of(account).filter(a -> !a.isEmpty()),
              USD,
              100,
              "K-" + customer.number(),
              List.of(),
              0));
    }
  }

  void bankLine(long minor, String text) {
    pile.add(
        new MoneyIn(nextId(), USD, minor, DAY, Optional.empty(), Optional.empty(), text, List.of())
            .on(new BankLine(ACCOUNT, Method.DEPOSIT, "BR-" + pile.size())));
  }

  /** A slip that was handed in two days ago. */
  Recorded slip(String number, long minor) {
    return waits(DepositKind.SLIP, Optional.of(ACCOUNT), number, "slip " + number, minor);
  }

  Recorded chequeOnHand(String number, long minor) {
    return waits(DepositKind.SINGLE, Optional.empty(), number, "cheque " + number, minor);
  }

  private Recorded waits(
      DepositKind kind, Optional<Long> account, String number, String words, long minor) {
    Recorded waiting =
        new Recorded(
            new RecordedId(recorded.size() + 1L),
            kind,
            kind.clearing().code(),
            USD,
            account,
            number,
            DAY.minusDays(2),
            minor,
            words,
            Set.of());
    recorded.add(waiting);
    return waiting;
  }

  static boolean says(Proposal way, String words) {
    return way.evidence().stream().anyMatch(e -> e.words().contains(words));
  }
}
