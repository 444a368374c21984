package io.sumbrel.core.matching;

import io.sumbrel.core.evidence.Evidence;
import io.sumbrel.core.evidence.TextSpan;
import io.sumbrel.core.matching.text.NameLikeness;
import io.sumbrel.core.matching.text.NumberScan;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.party.CustomerId;
import io.sumbrel.core.receipt.MoneyIn;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * What the text of one sum says: the items whose numbers stand in it, and the customers that its
 * payer's name reads like.
 *
 * @param references open items by index, with the evidence that names them, in the order of the
 *     text
 * @param settled items named in the text that are settled already
 * @param payers customers whose names are nearly alike, the likest first
 */
record Reading(
    Map<Integer, Evidence> references, Map<Integer, Evidence> settled, List<Payer> payers) {

  /**
   * @param likeness from 0 to 1000
   */
  record Payer(CustomerId customer, int likeness, Evidence evidence) {}

  private static final Pattern CHEQUE = Pattern.compile("(?im)^cheque \\S");
  private static final Pattern ORDER =
      Pattern.compile(
          "(?i)\\b(?:ORDER|COMMANDE|BESTELLUNG|AUFTRAG|P\\.?O\\.?)\\s+(?:NO\\.?\\s*)?([A-Z]{0,4}-?\\d{2,10})\\b");

  /** A payer who always paid for the same says as much as a name that is the same. */
  private static final int STEADY = 985;

  private static final int MOSTLY = 930;

  static Reading of(MatchingProblem problem, MoneyIn moneyIn) {
    Map<Integer, Evidence> open = new LinkedHashMap<>();
    Map<Integer, Evidence> settled = new LinkedHashMap<>();
    for (NumberScan.Found found : NumberScan.scan(moneyIn.text())) {
      int[] byNumber = problem.byNumber(found);
      int[] hits = byNumber.length > 0 ? byNumber : problem.byOrder(found);
      for (int i : hits) {
        OpenItem item = problem.item(i);
        if (item.currency().equals(moneyIn.currency())) {
          (item.isSettled() ? settled : open)
              .putIfAbsent(i, evidence(moneyIn, found, item, byNumber.length > 0));
        }
      }
    }
    return new Reading(open, settled, payers(problem, moneyIn));
  }

  private static Evidence evidence(
      MoneyIn moneyIn, NumberScan.Found found, OpenItem item, boolean byNumber) {
    TextSpan span = new TextSpan(found.start(), found.end());
    String written = moneyIn.text().substring(found.start(), found.end());
    if (item.isSettled()) {
      return new Evidence(
          Evidence.Side.AGAINST, item.number() + " is settled already", Optional.of(span));
    }
    if (!byNumber) {
      return Evidence.speaksFor("order " + written + " was billed as " + item.number(), span);
    }
    return Evidence.speaksFor(
        found.readsLetterO()
            ? "%s read from “%s”, letter O for zero".formatted(found.digits(), written)
            : written + " stands in the text",
        span);
  }

  /**
   * Who pays, by a name of ours that reads nearly alike, and by who paid before. Where the bank
   * gives no payer, the text may begin with one.
   */
  private static List<Payer> payers(MatchingProblem problem, MoneyIn moneyIn) {
    Optional<String> name = moneyIn.payerName().or(() -> problem.nameAtTheStartOf(moneyIn.text()));
    Map<CustomerId, Payer> payers = new LinkedHashMap<>();
    name.ifPresent(n -> alike(problem, moneyIn, n).forEach(p -> payers.put(p.customer(), p)));
    for (RememberedPayers.Remembered r : problem.remembered().of(name, moneyIn.payerAccount())) {
      Payer known = remembered(problem, moneyIn, name, r);
      payers.merge(r.customer(), known, (one, two) -> one.likeness() >= two.likeness() ? one : two);
    }
    List<Payer> sorted = new ArrayList<>(payers.values());
    sorted.sort((a, b) -> Integer.compare(b.likeness, a.likeness));
    return sorted;
  }

  private static List<Payer> alike(MatchingProblem problem, MoneyIn moneyIn, String name) {
    List<Payer> payers = new ArrayList<>();
    String normal = NameLikeness.normal(name);
    for (int c = 0; c < problem.customers().size(); c++) {
      int likeness = NameLikeness.of(normal, problem.normalName(c));
      if (likeness >= NameLikeness.NEARLY_ALIKE) {
        String words =
            "payer reads " + (likeness == 1000 ? "" : "like ") + problem.customers().get(c).name();
        payers.add(new Payer(problem.customers().get(c).id(), likeness, at(moneyIn, name, words)));
      }
    }
    return payers;
  }

  private static Payer remembered(
      MatchingProblem problem,
      MoneyIn moneyIn,
      Optional<String> name,
      RememberedPayers.Remembered r) {
    String whose = problem.customer(r.customer()).name();
    String words =
        "%s paid for %s %d time%s before, last on %s%s"
            .formatted(
                r.byAccount() ? "this account" : "this payer",
                whose,
                r.times(),
                r.times() == 1 ? "" : "s",
                r.last(),
                r.others() == 0 ? "" : ", and %d times for others".formatted(r.others()));
    int likeness = r.isSteady() ? STEADY : r.others() < r.times() ? MOSTLY : 0;
    return new Payer(
        r.customer(),
        likeness,
        name.map(n -> at(moneyIn, n, words)).orElseGet(() -> Evidence.speaksFor(words)));
  }

  private static Evidence at(MoneyIn moneyIn, String name, String words) {
    int at = moneyIn.text().indexOf(name);
    return at < 0
        ? Evidence.speaksFor(words)
        : Evidence.speaksFor(words, new TextSpan(at, at + name.length()));
  }

  /** How well the payer's name fits a customer or its family; empty when it does not. */
  Optional<Payer> payerFor(MatchingProblem problem, CustomerId customer) {
    return payers.stream()
        .filter(p -> p.likeness() > 0 && problem.isFamily(p.customer, customer))
        .findFirst();
  }

  /** Who is most likely meant: the customer of the named items, else of the payer's name. */
  Optional<CustomerId> likeliestCustomer(MatchingProblem problem) {
    Map<Integer, Evidence> named = references.isEmpty() ? settled : references;
    Optional<CustomerId> byNumber =
        named.keySet().stream().findFirst().flatMap(i -> problem.item(i).customer());
    return payers.stream().map(Payer::customer).findFirst().or(() -> byNumber);
  }

  /** An order number in the text that no invoice of ours carries. */
  Optional<Evidence> unbilledOrder(MoneyIn moneyIn) {
    Matcher matcher = ORDER.matcher(moneyIn.text());
    return references.isEmpty() && settled.isEmpty() && matcher.find()
        ? Optional.of(
            Evidence.speaksFor(
                "order " + matcher.group(1) + " is not billed yet",
                new TextSpan(matcher.start(1), matcher.end(1))))
        : Optional.empty();
  }

  boolean isCheque(MoneyIn moneyIn) {
    return CHEQUE.matcher(moneyIn.text()).find();
  }

  /** A deposit of which the bank says neither who paid nor what. */
  boolean isUnnamedDeposit(MoneyIn moneyIn) {
    return payers.isEmpty()
        && references.isEmpty()
        && settled.isEmpty()
        && moneyIn.payerName().isEmpty()
        && moneyIn.text().toUpperCase(Locale.ROOT).contains("DEPOSIT");
  }
}
