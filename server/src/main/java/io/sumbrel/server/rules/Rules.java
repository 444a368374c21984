package io.sumbrel.server.rules;

import io.sumbrel.core.bank.Method;
import io.sumbrel.core.money.BasisPoints;
import io.sumbrel.core.money.ExchangeRate;
import io.sumbrel.core.openitem.Terms;
import io.sumbrel.core.party.CustomerId;
import io.sumbrel.core.proof.Fact;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.core.rules.ForgottenPayer;
import io.sumbrel.core.rules.HouseLimits;
import io.sumbrel.core.rules.HouseRules;
import io.sumbrel.core.rules.SilentList;
import io.sumbrel.core.rules.SilentList.Entry;
import io.sumbrel.core.rules.SilentPayments;
import io.sumbrel.core.rules.SilentStep;
import io.sumbrel.server.audit.AuditRecord;
import io.sumbrel.server.books.Houses;
import io.sumbrel.server.openitem.AgreedTerms;
import io.sumbrel.server.party.Customers;
import io.sumbrel.server.people.Actor;
import io.sumbrel.server.persistence.Column;
import jakarta.persistence.EntityManager;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** What a house has laid down about how its money is read, kept as data. */
@Component
public class Rules {
  private static final String OFF = "-";

  /** So many rates are told in the record. */
  /** One line of the record each; a sum teaches a few. */
  private static final int MOST_PAYERS = 100;

  private static final int MOST_WORDS = 20;

  private final EntityManager entities;
  private final Limits limits;
  private final Houses houses;
  private final Customers customers;
  private final AuditRecord audit;
  private final RatesOfDays rates;
  private final AgreedTerms terms;

  Rules(
      EntityManager entities,
      Limits limits,
      Houses houses,
      Customers customers,
      AuditRecord audit,
      RatesOfDays rates,
      AgreedTerms terms) {
    this.terms = terms;
    this.rates = rates;
    this.entities = entities;
    this.limits = limits;
    this.houses = houses;
    this.customers = customers;
    this.audit = audit;
  }

  @Transactional(readOnly = true)
  public HouseRules of(long booksId) {
    Map<CustomerId, SilentList> own = new HashMap<>();
    customers.silentLists(booksId).forEach((customer, list) -> own.put(customer, read(list)));
    Optional<SilentList> house = houses.silentList(booksId).map(Rules::read);
    return new HouseRules(
        limits.of(booksId),
        withheldRates(booksId),
        new SilentPayments(house, own),
        forgotten(booksId),
        customers.thatBearCharges(booksId));
  }

  private Set<ForgottenPayer> forgotten(long booksId) {
    return entities
        .createQuery("from ForgottenPayerRow where booksId = :b", ForgottenPayerRow.class)
        .setParameter("b", booksId)
        .getResultStream()
        .map(ForgottenPayerRow::toFact)
        .collect(Collectors.toSet());
  }

  /** Limits, rates and lists as they stand. */
  @Transactional(readOnly = true)
  public Fact standing(long booksId) {
    HouseRules rules = of(booksId);
    List<Object> cells = new ArrayList<>(limits.cells(rules.limits()));
    limits
        .ofPeople(booksId)
        .forEach(r -> cells.addAll(List.of(r.personId, r.reason, r.tapeMinor, r.monthMinor)));
    cells.add(rules.withheldBasisPoints().size());
    cells.addAll(rules.withheldBasisPoints());
    cells.add(rules.silent().house().map(Rules::written).orElse(null));
    rules.silent().own().entrySet().stream()
        .sorted(Comparator.comparing(e -> e.getKey().number()))
        .forEach(e -> cells.addAll(List.of(e.getKey().number(), written(e.getValue()))));
    rules.forgotten().stream()
        .sorted(
            Comparator.comparing(ForgottenPayer::payer)
                .thenComparing(ForgottenPayer::byAccount)
                .thenComparing(f -> f.customer().number()))
        .forEach(f -> cells.addAll(List.of(f.payer(), f.byAccount(), f.customer().number())));
    rules.bearCharges().stream()
        .sorted(Comparator.comparing(CustomerId::number))
        .forEach(c -> cells.addAll(List.of(c.number(), "bears charges")));
    terms.of(booksId).entrySet().stream()
        .sorted(Comparator.comparing(e -> e.getKey().number()))
        .forEach(e -> cells.addAll(List.of(e.getKey().number(), e.getValue().words())));
    houses.papersWanted(booksId).stream().sorted().forEach(cells::add);
    rates.since(booksId, LocalDate.EPOCH).forEach(r -> cells.addAll(List.of(r.words(), r.date())));
    return Fact.of("rules", cells);
  }

  /** The rates at which customers withhold tax, in hundredths of a per cent, rising. */
  @Transactional(readOnly = true)
  public List<Integer> withheldRates(long booksId) {
    return withheld(booksId).stream().map(r -> r.basisPoints).toList();
  }

  /**
   * Sets the list of the house for silent payments.
   *
   * @param list empty when likelihood alone shall decide again
   */
  @Transactional
  public void keepHouseList(Actor actor, Optional<SilentList> list) {
    houses.keepSilentList(actor.booksId(), list.map(Rules::written));
    audit.append(
        actor,
        "silent-list-set",
        "the house",
        words(list, "by likelihood"),
        standing(actor.booksId()));
  }

  /**
   * Sets a list that was agreed with a customer.
   *
   * @param list empty when that of the house shall hold
   * @throws Refusal {@code not-found} when there is no such customer
   */
  @Transactional
  public void keepOwnList(Actor actor, CustomerId customer, Optional<SilentList> list) {
    String name = customers.one(actor.booksId(), customer).name();
    customers.keepSilentList(customer, list.map(Rules::written));
    audit.append(
        actor, "silent-list-set", name, words(list, "as the house"), standing(actor.booksId()));
  }

  /** Sets how money comes in that shall have a paper beside it. */
  @Transactional
  public void keepPapersWanted(Actor actor, Set<Method> methods) {
    houses.keepPapersWanted(actor.booksId(), methods);
    String words = methods.stream().sorted().map(Method::words).collect(Collectors.joining(", "));
    audit.append(actor, "papers-wanted-set", "the house", words, standing(actor.booksId()));
  }

  /**
   * Sets whether a customer bears what banks keep on the way.
   *
   * @throws Refusal {@code not-found} when there is no such customer
   */
  @Transactional
  public void keepWhoBearsCharges(Actor actor, CustomerId customer, boolean isTheirs) {
    String name = customers.one(actor.booksId(), customer).name();
    customers.keepBearsCharges(customer, isTheirs);
    audit.append(
        actor,
        "charges-set",
        name,
        isTheirs ? "borne by the customer" : "borne by the house",
        standing(actor.booksId()));
  }

  /**
   * Sets the terms of a customer's invoices that state none.
   *
   * @param agreed empty when none are agreed any more
   * @throws Refusal {@code not-found} when there is no such customer
   */
  @Transactional
  public void keepTerms(Actor actor, CustomerId customer, Optional<Terms> agreed) {
    String name = customers.one(actor.booksId(), customer).name();
    terms.keep(actor.booksId(), customer, agreed);
    audit.append(
        actor,
        "terms-set",
        name,
        agreed.map(Terms::words).orElse("as invoices state them"),
        standing(actor.booksId()));
  }

  /**
   * Sets the rates at which customers withhold tax, in hundredths of a per cent.
   *
   * @throws Refusal {@code withheld-rate} when one is out of bounds
   */
  @Transactional
  public void keepWithheldRates(Actor actor, List<Integer> basisPoints) {
    HouseRules kept =
        new HouseRules(
            limits.of(actor.booksId()), basisPoints, SilentPayments.NOT_SET, Set.of(), Set.of());
    withheld(actor.booksId()).forEach(entities::remove);
    entities.flush();
    kept.withheldBasisPoints()
        .forEach(r -> entities.persist(WithheldRateRow.of(actor.booksId(), r)));
    String words =
        kept.withheldBasisPoints().stream()
            .map(r -> BasisPoints.words(r) + " %")
            .collect(Collectors.joining(", "));
    audit.append(actor, "withheld-rates-set", "the house", words, standing(actor.booksId()));
  }

  /** Sets how far people may go, and how far the machine looks. */
  @Transactional
  public void keepLimits(Actor actor, HouseLimits kept) {
    String changed = kept.changedSince(limits.of(actor.booksId()));
    limits.store(actor.booksId(), kept);
    audit.append(actor, "limits-set", "the house", changed, standing(actor.booksId()));
  }

  /**
   * Remembers no more that a payer pays for a customer, or remembers it again.
   *
   * @param keys by which the payer is known
   * @throws Refusal {@code not-found} when there is no such customer, {@code payer} when it is no
   *     name and no account, {@code too-many-payers}
   */
  @Transactional
  public void forget(Actor actor, List<ForgottenPayer> keys, boolean isForgotten) {
    if (keys.size() > MOST_PAYERS) {
      throw new Refusal(
          "too-many-payers", "Up to %d payers are forgotten at once.".formatted(MOST_PAYERS));
    }
    for (ForgottenPayer forgotten : keys) {
      String name = customers.one(actor.booksId(), forgotten.customer()).name();
      Column.whole("The payer", forgotten.payer(), 200);
      ForgottenPayerRow.Key key = ForgottenPayerRow.Key.of(actor.booksId(), forgotten);
      ForgottenPayerRow known = entities.find(ForgottenPayerRow.class, key);
      if (isForgotten && known == null) {
        entities.persist(ForgottenPayerRow.of(key));
      } else if (!isForgotten && known != null) {
        entities.remove(known);
      }
      entities.flush();
      audit.append(
          actor,
          isForgotten ? "payer-forgotten" : "payer-remembered",
          name,
          forgotten.payer(),
          standing(actor.booksId()));
    }
  }

  /**
   * States what currencies are worth from some days on.
   *
   * @throws Refusal {@code date-bounds} when one is further ahead than the house allows
   */
  @Transactional
  public void keepExchangeRates(Actor actor, List<ExchangeRate> stated) {
    LocalDate today = houses.businessDate(actor.booksId());
    HouseLimits standing = limits.of(actor.booksId());
    stated.forEach(r -> standing.requireWithinDates("The rate", r.date(), today));
    rates.keep(actor.booksId(), stated);
    entities.flush();
    String words =
        stated.stream()
            .limit(MOST_WORDS)
            .map(r -> r.words() + " from " + r.date())
            .collect(Collectors.joining(", "));
    String more =
        stated.size() > MOST_WORDS ? " and %d more".formatted(stated.size() - MOST_WORDS) : "";
    audit.append(actor, "exchange-rates-set", "the house", words + more, standing(actor.booksId()));
  }

  private List<WithheldRateRow> withheld(long booksId) {
    return entities
        .createQuery(
            "from WithheldRateRow where booksId = :b order by basisPoints", WithheldRateRow.class)
        .setParameter("b", booksId)
        .getResultList();
  }

  private static String words(Optional<SilentList> list, String otherwise) {
    return list.map(SilentList::words).orElse(otherwise);
  }

  private static String written(SilentList list) {
    return list.steps().stream()
        .map(e -> (e.on() ? "" : OFF) + e.step())
        .collect(Collectors.joining(","));
  }

  private static SilentList read(String written) {
    return new SilentList(
        Arrays.stream(written.split(","))
            .map(s -> new Entry(SilentStep.valueOf(s.replace(OFF, "")), !s.startsWith(OFF)))
            .toList());
  }
}
