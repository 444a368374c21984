package io.sumbrel.bench.match;

import io.sumbrel.core.matching.Proposal;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.receipt.MoneyIn;
import io.sumbrel.core.tape.TapeLine;
import java.util.List;
import java.util.stream.Collectors;

/** A sum that was called sure and was wrong, so that it can be read and understood. */
final class WrongSure {
  private WrongSure() {}

  static void print(World world, int at, Proposal chosen) {
    MoneyIn money = world.money().get(at);
    Truth truth = world.truths().get(at);
    System.err.printf(
        "  wrong and sure, %s, %d of a million: %s %s | %s | %s%n    took %s%n    was  %s%n    %s%n",
        truth.kind().words(),
        chosen.perMillion(),
        money.amount(),
        money.payerAccount().map(a -> "account " + a).orElse(""),
        money.text().replace('\n', '/'),
        money.details(),
        words(world, chosen.lines()),
        words(world, truth.lines()),
        chosen.reasons().stream().map(Object::toString).collect(Collectors.joining("; ")));
  }

  private static String words(World world, List<TapeLine> lines) {
    return lines.stream()
        .map(
            l ->
                l.item().map(world::item).map(i -> item(world, i) + " ").orElse("")
                    + l.kind()
                    + " "
                    + l.amountMinor())
        .collect(Collectors.joining(", "));
  }

  private static String item(World world, OpenItem item) {
    String name = world.customers().get((int) item.customer().orElseThrow().number()).name();
    return "%s of %s, open %d,".formatted(item.number(), name, item.openMinor());
  }
}
