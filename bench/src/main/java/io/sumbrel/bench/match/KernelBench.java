package io.sumbrel.bench.match;

import io.sumbrel.core.matching.combination.CheapestSet;
import io.sumbrel.core.matching.combination.Searched;
import io.sumbrel.core.matching.combination.SetSearch;
import io.sumbrel.core.matching.combination.Sets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.OptionalLong;
import java.util.Random;
import java.util.function.Supplier;

/** Holds the combination kernel against two solvers and all subsets, on 2,000 seeded instances. */
final class KernelBench {
  private static final long BUDGET = 500_000_000;

  /** Prices of a list, in minor units: they make many sets that reach the same sum. */
  private static final long[] PRICES = {4_950, 7_900, 12_400, 18_600, 24_950, 31_200};

  private int mismatches;
  private int undecided;
  private final List<Target> targets = new ArrayList<>();

  /** One kind of instance. */
  private enum Family {
    SMALL(1_200, 200),
    MEDIUM(640, 200),
    LONG_SETS(20, 20),
    WINDOW(40, 20),
    EQUAL(40, 20),
    CHEAPEST(60, 1);

    final int instances;
    final int wantedTimes;

    Family(int instances, int wantedTimes) {
      this.instances = instances;
      this.wantedTimes = wantedTimes;
    }
  }

  /** What is asked. */
  private record Instance(long[] amounts, long[] costs, long low, long high, int maxSize) {}

  static List<Target> run() {
    KernelBench bench = new KernelBench();
    for (Family family : Family.values()) {
      bench.run(family);
    }
    String figure =
        bench.mismatches + " of 2,000, " + bench.undecided + " left undecided by CP-SAT";
    bench.targets.add(
        0,
        new Target(
            "kernel against CP-SAT, choco and all subsets",
            "0 mismatches of count and best",
            figure,
            bench.mismatches == 0));
    return bench.targets;
  }

  private void run(Family family) {
    Random random = new Random(family.ordinal());
    List<Long> ours = new ArrayList<>();
    List<Long> theirs = new ArrayList<>();
    for (int run = 0; run < family.instances; run++) {
      Instance instance = instance(family, random);
      answer(family, instance); // a house asks thousands of times: nothing is cold
      long own = timed(() -> OptionalLong.of(answer(family, instance)), ours);
      long oracle = timed(() -> oracle(family, instance), theirs);
      undecided += oracle == Long.MIN_VALUE ? 1 : 0;
      check(own, oracle);
      if (family == Family.SMALL) {
        check(own, subsets(instance));
      }
      if ((family == Family.SMALL || family == Family.MEDIUM) && run % 10 == 0) {
        check(own, orUndecided(choco(instance)));
      }
    }
    long own = median(ours);
    long times = median(theirs) / Math.max(1, own);
    targets.add(
        new Target(
            "kernel, " + family.name().toLowerCase().replace('_', ' ') + ", median",
            "CP-SAT takes ≥ " + family.wantedTimes + " ×",
            "%,d µs, CP-SAT %,d ×".formatted(own / 1000, times),
            times >= family.wantedTimes));
  }

  private void check(long own, long other) {
    mismatches += other == Long.MIN_VALUE || other == own ? 0 : 1;
  }

  private static long timed(Supplier<OptionalLong> question, List<Long> times) {
    long start = System.nanoTime();
    OptionalLong answer = question.get();
    times.add(System.nanoTime() - start);
    return orUndecided(answer);
  }

  private static long orUndecided(OptionalLong answer) {
    return answer.orElse(Long.MIN_VALUE);
  }

  private static long median(List<Long> times) {
    return times.stream().sorted().skip(times.size() / 2).findFirst().orElseThrow();
  }

  private static Instance instance(Family family, Random random) {
    return switch (family) {
      case SMALL -> instance(random, 8 + random.nextInt(11), 18, 0);
      case MEDIUM -> instance(random, 20 + random.nextInt(11), 6, 0);
      case LONG_SETS -> instance(random, 40, 8, 0);
      case WINDOW -> instance(random, 30, 5, 1_500);
      case EQUAL -> {
        long[] amounts = new long[30];
        Arrays.setAll(amounts, i -> PRICES[random.nextInt(PRICES.length)]);
        yield planted(random, amounts, 4, 0);
      }
      case CHEAPEST -> {
        long[] amounts =
            random.longs(30 + random.nextInt(31), 20, 2_000).map(a -> a * 25).toArray();
        yield planted(random, amounts, amounts.length, 0);
      }
    };
  }

  private static Instance instance(Random random, int n, int maxSize, long window) {
    return planted(random, random.longs(n, 2_000, 900_000).toArray(), maxSize, window);
  }

  /** Some of the amounts together, or one minor unit beside it. */
  private static Instance planted(Random random, long[] amounts, int maxSize, long window) {
    long sum = 0;
    int size = 2 + random.nextInt(Math.min(8, maxSize) - 1);
    for (int k = 0; k < size; k++) {
      sum += amounts[random.nextInt(amounts.length)];
    }
    long[] costs = random.longs(amounts.length, 1, 1_000).toArray();
    return new Instance(amounts, costs, sum, sum + window, Math.min(maxSize, amounts.length));
  }

  private static long answer(Family family, Instance i) {
    if (family == Family.CHEAPEST) {
      CheapestSet.Answer answer = CheapestSet.reaching(i.amounts, i.costs, i.low, BUDGET);
      return answer.found().map(CheapestSet.Found::cost).orElse(Long.MAX_VALUE);
    }
    SetSearch search = SetSearch.of(i.amounts);
    Sets sets = search.within(i.low, i.high, i.maxSize, 10, BUDGET);
    boolean whole =
        sets.searched() == Searched.SEARCHED_ALL || sets.searched() == Searched.CAP_REACHED;
    return whole ? sets.count() : -1;
  }

  private static OptionalLong oracle(Family family, Instance i) {
    return family == Family.CHEAPEST
        ? CpSat.cheapest(i.amounts, i.costs, i.low)
        : CpSat.count(i.amounts, i.low, i.high, i.maxSize);
  }

  private static OptionalLong choco(Instance i) {
    return Choco.count(i.amounts, i.low, i.high, i.maxSize);
  }

  private static long subsets(Instance instance) {
    long count = 0;
    for (int mask = 1; mask < 1 << instance.amounts.length; mask++) {
      long sum = 0;
      for (int i = 0; i < instance.amounts.length; i++) {
        sum += (mask >>> i & 1) == 1 ? instance.amounts[i] : 0;
      }
      boolean few = Integer.bitCount(mask) <= instance.maxSize;
      count += few && sum >= instance.low && sum <= instance.high ? 1 : 0;
    }
    return count;
  }
}
