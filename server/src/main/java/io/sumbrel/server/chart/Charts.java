package io.sumbrel.server.chart;

import io.sumbrel.core.chart.Chart;
import io.sumbrel.core.deposit.PaymentMethod;
import io.sumbrel.core.difference.DifferenceReason;
import io.sumbrel.core.ledger.AccountCode;
import io.sumbrel.core.ledger.AccountUse;
import io.sumbrel.core.ledger.LedgerAccount;
import io.sumbrel.core.proof.Fact;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.core.tax.TaxCode;
import jakarta.persistence.EntityManager;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** The chart of every house, kept as data. */
@Component
public class Charts {
  private final EntityManager entities;

  Charts(EntityManager entities) {
    this.entities = entities;
  }

  @Transactional(readOnly = true)
  public Chart of(long booksId) {
    Map<String, List<TaxRateRow>> rates =
        rows(TaxRateRow.class, booksId, "code, fromDate").stream()
            .collect(Collectors.groupingBy(r -> r.code));
    return new Chart(
        rows(LedgerAccountRow.class, booksId, "code").stream()
            .map(LedgerAccountRow::toFact)
            .toList(),
        rows(DifferenceReasonRow.class, booksId, "place").stream()
            .map(DifferenceReasonRow::toFact)
            .toList(),
        rows(TaxCodeRow.class, booksId, "code").stream()
            .map(t -> t.toFact(rates.get(t.code)))
            .toList(),
        rows(PaymentMethodRow.class, booksId, "place").stream()
            .map(PaymentMethodRow::toFact)
            .toList());
  }

  /** The chart as it stands, but for the accounts of bank accounts, which begin by a posting. */
  @Transactional(readOnly = true)
  public Fact standing(long booksId) {
    Chart chart = of(booksId);
    List<Object> cells = new ArrayList<>();
    for (LedgerAccount a : chart.accounts()) {
      if (a.use() != AccountUse.BANK) {
        cells.addAll(List.of(a.code().code(), a.number(), a.name(), a.use(), a.retired()));
      }
    }
    for (DifferenceReason r : chart.reasons()) {
      cells.addAll(List.of(r.code(), r.words(), r.side(), r.account().code(), r.tax()));
      if (!r.codes().isEmpty()) {
        cells.add(String.join(" ", r.codes()));
      }
      if (r.retired()) {
        cells.add("retired");
      }
    }
    for (TaxCode t : chart.taxCodes()) {
      cells.addAll(List.of(t.code(), t.words(), t.account().code(), t.basisPoints().size()));
      t.basisPoints().forEach((from, rate) -> cells.addAll(List.of(from, rate)));
    }
    for (PaymentMethod m : chart.methods()) {
      cells.addAll(List.of(m.code(), m.words(), m.kind(), m.holding().code()));
    }
    return Fact.of("chart", cells);
  }

  private <T> List<T> rows(Class<T> type, long booksId, String order) {
    List<T> rows =
        entities
            .createQuery(
                "from " + type.getSimpleName() + " where booksId = :b order by " + order, type)
            .setParameter("b", booksId)
            .getResultList();
    // they would be looked through for changes at every query of whoever posts
    rows.forEach(entities::detach);
    return rows;
  }

  /** The ledger accounts by their codes, in the order of the codes. */
  @Transactional(readOnly = true)
  public Map<String, LedgerAccount> accounts(long booksId) {
    Map<String, LedgerAccount> accounts = new LinkedHashMap<>();
    rows(LedgerAccountRow.class, booksId, "code").forEach(r -> accounts.put(r.code, r.toFact()));
    return accounts;
  }

  /** A new set of books begins with a chart. */
  @Transactional(propagation = Propagation.MANDATORY)
  public void begin(long booksId, Chart chart) {
    List<Object> rows = new ArrayList<>();
    chart.accounts().forEach(a -> rows.add(LedgerAccountRow.of(booksId, a)));
    chart
        .reasons()
        .forEach(r -> rows.add(DifferenceReasonRow.of(booksId, chart.reasons().indexOf(r) + 1, r)));
    chart.taxCodes().forEach(t -> rows.add(TaxCodeRow.of(booksId, t)));
    chart
        .taxCodes()
        .forEach(
            t ->
                t.basisPoints()
                    .forEach(
                        (from, rate) -> rows.add(TaxRateRow.of(booksId, t.code(), from, rate))));
    chart
        .methods()
        .forEach(m -> rows.add(PaymentMethodRow.of(booksId, chart.methods().indexOf(m) + 1, m)));
    rows.forEach(entities::persist);
  }

  /** Keeps a reason as it is now; a new one comes last. */
  @Transactional(propagation = Propagation.MANDATORY)
  public void keep(long booksId, DifferenceReason reason) {
    DifferenceReasonRow known =
        entities.find(
            DifferenceReasonRow.class, new DifferenceReasonRow.Key(booksId, reason.code()));
    int place =
        known == null ? rows(DifferenceReasonRow.class, booksId, "place").size() + 1 : known.place;
    entities.merge(DifferenceReasonRow.of(booksId, place, reason));
    entities.flush();
  }

  /** Reasons that houses begin with now and this one does not have yet; they come last. */
  @Transactional(propagation = Propagation.MANDATORY)
  public List<DifferenceReason> addNewReasons(long booksId) {
    List<DifferenceReason> known = of(booksId).reasons();
    List<DifferenceReason> added =
        DifferenceReason.STANDARD.stream().filter(r -> !known.contains(r)).toList();
    added.forEach(
        r ->
            entities.persist(
                DifferenceReasonRow.of(booksId, known.size() + added.indexOf(r) + 1, r)));
    entities.flush();
    return added;
  }

  /**
   * An account on which clerks may place money.
   *
   * @throws Refusal {@code account} where number or name is none, or another has the number
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public LedgerAccount addFree(long booksId, String number, String name) {
    String own = number.strip();
    LedgerAccount account =
        new LedgerAccount(freeCode(booksId, own), own, name.strip(), AccountUse.FREE, false);
    requireUnused(booksId, account);
    entities.persist(LedgerAccountRow.of(booksId, account));
    entities.flush();
    return account;
  }

  /** Its number, or one like it where an account that is called otherwise now began with that. */
  private AccountCode freeCode(long booksId, String number) {
    Set<String> taken = accounts(booksId).keySet();
    String code = number.toUpperCase(Locale.ROOT).replaceAll("[^0-9A-Z-]", "-");
    String begun = code.substring(0, Math.min(code.length(), 9));
    return Stream.concat(
            Stream.of(code).filter(c -> !c.isEmpty() && c.length() <= 12),
            Stream.iterate(2, i -> i + 1).map(i -> begun + "-" + i))
        .filter(c -> !taken.contains(c))
        .findFirst()
        .map(AccountCode::new)
        .orElseThrow();
  }

  /**
   * Gives an account another number or name, or retires it; its code stays.
   *
   * @throws Refusal {@code account} where another has the number
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public void keep(long booksId, LedgerAccount account) {
    requireUnused(booksId, account);
    entities.merge(LedgerAccountRow.of(booksId, account));
    entities.flush();
  }

  private void requireUnused(long booksId, LedgerAccount account) {
    accounts(booksId).values().stream()
        .filter(a -> !a.code().equals(account.code()))
        .filter(a -> a.number().equalsIgnoreCase(account.number()))
        .findFirst()
        .ifPresent(
            a -> {
              throw new Refusal(
                  "account", "%s is the number of %s already.".formatted(a.number(), a.name()));
            });
  }

  /** Keeps a tax code with its rates; a rate that stood before on the same day gives way. */
  @Transactional(propagation = Propagation.MANDATORY)
  public void keep(long booksId, TaxCode tax) {
    entities.merge(TaxCodeRow.of(booksId, tax));
    entities.flush();
    tax.basisPoints()
        .forEach((from, rate) -> entities.merge(TaxRateRow.of(booksId, tax.code(), from, rate)));
    entities.flush();
  }

  /**
   * An account for a bank account: the next code below those of the standard accounts, 1010, 1020,
   * …, then those between.
   *
   * @throws Refusal {@code accounts} when there is none left
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public AccountCode addBank(long booksId, String name) {
    Set<String> taken = accounts(booksId).keySet();
    AccountCode code =
        IntStream.of(0, 5, 1, 2, 3, 4, 6, 7, 8, 9)
            .flatMap(last -> IntStream.rangeClosed(1, 9).map(tens -> 1000 + 10 * tens + last))
            .mapToObj(Integer::toString)
            .filter(c -> !taken.contains(c))
            .findFirst()
            .map(AccountCode::new)
            .orElseThrow(
                () ->
                    new Refusal("accounts", "These books have as many bank accounts as they can."));
    LedgerAccount account = new LedgerAccount(code, code.code(), name, AccountUse.BANK, false);
    entities.persist(LedgerAccountRow.of(booksId, account));
    return code;
  }
}
