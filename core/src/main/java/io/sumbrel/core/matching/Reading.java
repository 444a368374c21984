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
import java.util.Map;
import java.util.Optional;

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

  private static List<Payer> payers(MatchingProblem problem, MoneyIn moneyIn) {
    List<Payer> payers = new ArrayList<>();
    for (String name : moneyIn.payerName().stream().toList()) {
      String normal = NameLikeness.normal(name);
      for (int c = 0; c < problem.customers().size(); c++) {
        int likeness = NameLikeness.of(normal, problem.normalName(c));
        if (likeness >= NameLikeness.NEARLY_ALIKE) {
          String words =
              "payer reads "
                  + (likeness == 1000 ? "" : "like ")
                  + problem.customers().get(c).name();
          int at = moneyIn.text().indexOf(name);
          payers.add(
              new Payer(
                  problem.customers().get(c).id(),
                  likeness,
                  at < 0
                      ? Evidence.speaksFor(words)
                      : Evidence.speaksFor(words, new TextSpan(at, at + name.length()))));
        }
      }
    }
    payers.sort((a, b) -> Integer.compare(b.likeness, a.likeness));
    return payers;
  }

  /** How well the payer's name fits a customer or its family; empty when it does not. */
  Optional<Payer> payerFor(MatchingProblem problem, CustomerId customer) {
    return payers.stream().filter(p -> problem.isFamily(p.customer, customer)).findFirst();
  }

  /** Who is most likely meant: the customer of the named items, else of the payer's name. */
  Optional<CustomerId> likeliestCustomer(MatchingProblem problem) {
    Map<Integer, Evidence> named = references.isEmpty() ? settled : references;
    Optional<CustomerId> byNumber =
        named.keySet().stream().findFirst().flatMap(i -> problem.item(i).customer());
    return payers.stream().map(Payer::customer).findFirst().or(() -> byNumber);
  }
}
