package io.sumbrel.bench.match;

import io.sumbrel.core.matching.Plan;
import io.sumbrel.core.matching.Proposal;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.tape.TapeLine;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** What a plan was worth, held against the truth. */
final class Figures {
  /**
   * Kind, how sure the plan was in parts of a million (0 when it chose nothing), and the rightness.
   */
  record Judged(
      Kind kind,
      int confidence,
      boolean right,
      boolean strictlyRight,
      boolean among,
      boolean firstRight,
      boolean ofPayer) {
    /** Called sure, wrong, and paid with it is somebody who has nothing to do with the money. */
    boolean isAngry() {
      return confidence >= SURE && !right && (!ofPayer || kind == Kind.NO_MATCH);
    }
  }

  /** From here on a clerk posts without a look. */
  static final int SURE = 990_000;

  final List<Judged> judged = new ArrayList<>();

  void add(World world, Plan plan) {
    for (int m = 0; m < plan.rows().size(); m++) {
      Plan.Row row = plan.rows().get(m);
      Truth truth = world.truths().get(m);
      List<Proposal> ways = row.ways();
      boolean among = ways.stream().anyMatch(w -> truth.isAlike(w.lines(), world::item));
      boolean first = !ways.isEmpty() && truth.isAlike(ways.get(0).lines(), world::item);
      boolean right =
          row.chosen().filter(w -> truth.isAlike(ways.get(w).lines(), world::item)).isPresent();
      boolean strict = row.chosen().filter(w -> truth.isStrictly(ways.get(w).lines())).isPresent();
      judged.add(
          new Judged(
              truth.kind(),
              row.chosen().map(w -> ways.get(w).perMillion()).orElse(0),
              right,
              strict,
              among,
              first,
              row.chosen().filter(w -> isOfPayer(world, truth, ways.get(w))).isPresent()));
      if (judged.get(judged.size() - 1).confidence >= SURE && !right) {
        WrongSure.print(world, m, ways.get(row.chosen().get()));
      }
    }
  }

  /** Whether all that a way pays is billed to whoever the truth pays for. */
  private static boolean isOfPayer(World world, Truth truth, Proposal way) {
    Set<Object> meant = customers(world, truth.lines());
    return meant.containsAll(customers(world, way.lines()));
  }

  private static Set<Object> customers(World world, List<TapeLine> lines) {
    Set<Object> customers = new HashSet<>();
    for (TapeLine line : lines) {
      line.item().map(world::item).flatMap(OpenItem::customer).ifPresent(customers::add);
      line.customer().ifPresent(customers::add);
    }
    return customers;
  }

  /** What was called sure. */
  List<Judged> sure() {
    return between(SURE, 1_000_001);
  }

  long payable() {
    return judged.stream().filter(j -> j.kind != Kind.NO_MATCH).count();
  }

  /** Per mille of the payable money of which the truth is among the ways. */
  long amongPerMille() {
    return judged.stream().filter(j -> j.among).count() * 1000 / payable();
  }

  /** Per mille of the payable money of which the way that is shown first is right. */
  long firstPerMille() {
    return judged.stream().filter(j -> j.firstRight).count() * 1000 / payable();
  }

  /** Per mille of the payable money of which the plan's own way is right. */
  long rightPerMille() {
    return judged.stream().filter(j -> j.right).count() * 1000 / payable();
  }

  /** The same to the letter: of equal invoices of a customer the very one that was meant. */
  long strictlyPerMille() {
    return judged.stream().filter(j -> j.strictlyRight).count() * 1000 / payable();
  }

  Map<Kind, long[]> byKind() {
    Map<Kind, long[]> counts = new EnumMap<>(Kind.class);
    for (Judged j : judged) {
      long[] c = counts.computeIfAbsent(j.kind, k -> new long[3]);
      c[0]++;
      c[1] += j.among ? 1 : 0;
      c[2] += j.right || j.kind == Kind.NO_MATCH && j.confidence == 0 ? 1 : 0;
    }
    return counts;
  }

  /**
   * The lowest confidence from which on the chosen ways were right this often, in parts of a
   * million.
   */
  int thresholdFor(int precisionPerMillion) {
    List<Judged> sorted =
        judged.stream()
            .filter(j -> j.confidence > 0)
            .sorted(Comparator.comparing(j -> -j.confidence))
            .toList();
    long right = 0;
    int threshold = 1_000_001;
    for (int k = 0; k < sorted.size(); k++) {
      right += sorted.get(k).right ? 1 : 0;
      boolean last =
          k + 1 == sorted.size() || sorted.get(k + 1).confidence < sorted.get(k).confidence;
      if (last && right * 1_000_000L >= (long) precisionPerMillion * (k + 1)) {
        threshold = sorted.get(k).confidence;
      }
    }
    return threshold;
  }

  /** What was chosen with a confidence of these parts of a million, the upper bound left out. */
  List<Judged> between(int low, int high) {
    return judged.stream()
        .filter(j -> j.confidence > 0 && j.confidence >= low && j.confidence < high)
        .toList();
  }

  /** Share of payable money from a confidence on, and how often it was right, both per 100,000. */
  long[] from(int threshold) {
    long all = judged.stream().filter(j -> j.confidence >= threshold).count();
    long right = judged.stream().filter(j -> j.confidence >= threshold && j.right).count();
    return new long[] {all * 100_000 / payable(), all == 0 ? 0 : right * 100_000 / all};
  }
}
