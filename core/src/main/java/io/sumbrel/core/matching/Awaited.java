package io.sumbrel.core.matching;

import io.sumbrel.core.matching.problem.MatchingProblem;
import io.sumbrel.core.openitem.ItemId;
import io.sumbrel.core.openitem.ItemKind;
import io.sumbrel.core.openitem.OpenItem;
import java.util.Arrays;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import java.util.stream.IntStream;

/** Money on account that was meant for an invoice or order of which the invoice has come. */
public final class Awaited {
  private Awaited() {}

  /** The open invoice for which each such credit was meant, by the credit. */
  public static Map<ItemId, OpenItem> come(MatchingProblem problem) {
    Map<ItemId, OpenItem> come = new HashMap<>();
    for (OpenItem credit : problem.openCredits()) {
      if (credit.kind() == ItemKind.ON_ACCOUNT) {
        credit
            .orderNumber()
            .flatMap(number -> invoice(problem, credit, number))
            .ifPresent(invoice -> come.put(credit.id(), invoice));
      }
    }
    return come;
  }

  private static Optional<OpenItem> invoice(
      MatchingProblem problem, OpenItem credit, String number) {
    return IntStream.concat(
            Arrays.stream(problem.byNumber(number, number)), Arrays.stream(problem.byOrder(number)))
        .mapToObj(problem::item)
        .filter(i -> i.openMinor() > 0 && i.currency().equals(credit.currency()))
        .filter(i -> i.customer().equals(credit.customer()))
        .findFirst();
  }
}
