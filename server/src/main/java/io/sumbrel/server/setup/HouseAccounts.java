package io.sumbrel.server.setup;

import io.sumbrel.core.chart.Chart;
import io.sumbrel.core.ledger.AccountCode;
import io.sumbrel.core.ledger.AccountUse;
import io.sumbrel.core.ledger.LedgerAccount;
import io.sumbrel.core.money.AmountText;
import io.sumbrel.core.proof.BooksFacts;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.core.tax.TaxCode;
import io.sumbrel.formats.accountcsv.AccountCsvReader;
import io.sumbrel.server.audit.AuditRecord;
import io.sumbrel.server.chart.Charts;
import io.sumbrel.server.ledger.Balances;
import io.sumbrel.server.payout.Processors;
import io.sumbrel.server.people.Actor;
import io.sumbrel.server.persistence.Column;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.NavigableMap;
import java.util.TreeMap;
import java.util.function.BiConsumer;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Changes what the books are made of: ledger accounts and tax rates. */
@Component
public class HouseAccounts {
  /** The years that a receivables ledger can hold. */
  private static final LocalDate FIRST = LocalDate.of(1990, 1, 1);

  private static final LocalDate LAST = LocalDate.of(2099, 12, 31);

  private final Charts charts;
  private final Balances balances;
  private final Processors processors;
  private final AuditRecord audit;

  HouseAccounts(Charts charts, Balances balances, Processors processors, AuditRecord audit) {
    this.charts = charts;
    this.balances = balances;
    this.processors = processors;
    this.audit = audit;
  }

  /**
   * Adds a ledger account on which clerks may place money.
   *
   * @throws Refusal {@code account}
   */
  @Transactional
  public LedgerAccount add(Actor actor, String number, String name) {
    audit.lock(actor.booksId());
    LedgerAccount added = charts.addFree(actor.booksId(), number, name);
    record(actor, "account-added", added.name(), added.number());
    return added;
  }

  /**
   * Gives an account another number or name, or retires it. What was posted stays on it.
   *
   * @throws Refusal {@code not-found}, {@code account}, {@code account-in-use}
   */
  @Transactional
  public void change(Actor actor, String code, String number, String name, boolean retired) {
    audit.lock(actor.booksId());
    Chart chart = charts.of(actor.booksId());
    LedgerAccount known =
        chart.accounts().stream()
            .filter(a -> a.code().code().equals(code))
            .findFirst()
            .orElseThrow(() -> new Refusal("not-found", "There is no account " + code + "."));
    LedgerAccount changed =
        new LedgerAccount(known.code(), number.strip(), name.strip(), known.use(), retired);
    if (retired && !known.retired()) {
      requireUnused(actor.booksId(), chart, known);
    }
    charts.keep(actor.booksId(), changed);
    record(
        actor,
        "account-set",
        changed.name(),
        "%s, before %s %s%s"
            .formatted(changed.number(), known.number(), known.name(), retired ? ", retired" : ""));
  }

  private void requireUnused(long booksId, Chart chart, LedgerAccount account) {
    if (account.use() != AccountUse.FREE) {
      throw new Refusal(
          "account-in-use",
          "%s %s is moved by the posting table; it is never retired."
              .formatted(account.number(), account.name()));
    }
    List<String> uses = uses(booksId, chart).getOrDefault(account.code(), List.of());
    if (!uses.isEmpty()) {
      throw new Refusal(
          "account-in-use",
          "%s %s is used by %s; say another account there first."
              .formatted(account.number(), account.name(), String.join(", ", uses)));
    }
    balances.all(booksId).stream()
        .filter(b -> b.account().equals(account.code()) && !b.amount().isZero())
        .max(Comparator.comparingLong(b -> Math.abs(b.amount().minor())))
        .map(BooksFacts.Balance::amount)
        .ifPresent(
            held -> {
              throw new Refusal(
                  "account-in-use",
                  "%s %s stands at %s %s; move that before it is retired."
                      .formatted(
                          account.number(),
                          account.name(),
                          held.currency(),
                          AmountText.words(held.minor(), held.currency())));
            });
  }

  /** What of the house books on each account, in words. */
  Map<AccountCode, List<String>> uses(long booksId, Chart chart) {
    Map<AccountCode, List<String>> uses = new HashMap<>();
    BiConsumer<AccountCode, String> add =
        (account, words) -> uses.computeIfAbsent(account, a -> new ArrayList<>()).add(words);
    chart.reasons().stream()
        .filter(r -> !r.retired())
        .forEach(r -> add.accept(r.account(), "the reason “" + r.words() + "”"));
    chart.taxCodes().forEach(t -> add.accept(t.account(), "the tax code “" + t.words() + "”"));
    chart.methods().forEach(m -> add.accept(m.holding(), "the method “" + m.words() + "”"));
    processors
        .bookedOn(booksId)
        .forEach((name, on) -> on.forEach(a -> add.accept(a, "the processor “" + name + "”")));
    return uses;
  }

  /**
   * Brings a list of accounts in: what the house has is called as the list calls it, the rest is
   * added.
   *
   * @return how many were added
   * @throws Refusal with the line and what is wrong there; nothing is changed then
   */
  @Transactional
  public int bring(Actor actor, String text) {
    List<AccountCsvReader.NamedAccount> listed =
        AccountCsvReader.read(text.getBytes(StandardCharsets.UTF_8)).orRefuse();
    audit.lock(actor.booksId());
    List<LedgerAccount> known = charts.of(actor.booksId()).accounts();
    int added = 0;
    for (AccountCsvReader.NamedAccount one : listed) {
      LedgerAccount before =
          known.stream()
              .filter(a -> a.number().equalsIgnoreCase(one.number()))
              .findFirst()
              .orElse(null);
      if (before == null) {
        charts.addFree(actor.booksId(), one.number(), one.name());
        added++;
      } else if (!before.name().equals(one.name())) {
        charts.keep(
            actor.booksId(),
            new LedgerAccount(
                before.code(), before.number(), one.name(), before.use(), before.retired()));
      }
    }
    record(actor, "accounts-brought", listed.size() + " accounts", added + " of them new");
    return added;
  }

  /**
   * Sets a rate of a tax code from a day on. What was posted before keeps its tax.
   *
   * @param percent such as 19 or 2.5
   * @throws Refusal {@code tax-code}, {@code tax-rate}
   */
  @Transactional
  public void setRate(Actor actor, String code, LocalDate from, String percent) {
    audit.lock(actor.booksId());
    TaxCode known =
        charts.of(actor.booksId()).taxCodes().stream()
            .filter(t -> t.code().equals(code))
            .findFirst()
            .orElseThrow(() -> new Refusal("tax-code", "There is no tax code “" + code + "”."));
    requireDay(from);
    NavigableMap<LocalDate, Integer> rates = new TreeMap<>(known.basisPoints());
    rates.put(from, TaxCode.rate(percent));
    charts.keep(actor.booksId(), new TaxCode(known.code(), known.words(), known.account(), rates));
    record(actor, "tax-rate-set", known.words(), "%s %% from %s".formatted(percent.strip(), from));
  }

  /**
   * Adds a tax code.
   *
   * @throws Refusal {@code tax-code}, {@code tax-rate}, {@code account}
   */
  @Transactional
  public void addTaxCode(Actor actor, TaxCode tax) {
    audit.lock(actor.booksId());
    Chart chart = charts.of(actor.booksId());
    chart.free(tax.account());
    requireDay(tax.basisPoints().firstKey());
    Column.whole("The name of the tax code", tax.words(), 60);
    if (tax.words().isEmpty()) {
      throw new Refusal("tax-code", "A tax code needs a name.");
    }
    if (chart.taxCodes().stream()
        .anyMatch(t -> t.code().equals(tax.code()) || t.words().equalsIgnoreCase(tax.words()))) {
      throw new Refusal(
          "tax-code", "There is a tax code %s “%s” already.".formatted(tax.code(), tax.words()));
    }
    charts.keep(actor.booksId(), tax);
    record(actor, "tax-code-added", tax.words(), tax.code() + " on " + tax.account().code());
  }

  private static void requireDay(LocalDate from) {
    if (from.isBefore(FIRST) || from.isAfter(LAST)) {
      throw new Refusal(
          "tax-rate", "A rate holds from a day between %s and %s.".formatted(FIRST, LAST));
    }
  }

  private void record(Actor actor, String act, String subject, String detail) {
    audit.append(actor, act, subject, detail, charts.standing(actor.booksId()));
  }
}
