package io.sumbrel.core.matching;

import io.sumbrel.core.deposit.Recorded;
import io.sumbrel.core.matching.combination.ReachableSums;
import io.sumbrel.core.matching.combination.Searched;
import io.sumbrel.core.matching.combination.Sets;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;

/**
 * Which of the records that wait make a sum that the bank shows: one alone; all of a day; all up to
 * a day; else any set of whatever size, such as twelve card receipts of sixty. Natural sets come
 * first, for a bank pays out what belongs together. Common practice.
 */
public final class RecordedSets {
  private static final int KEEP = 5;

  /** Words of 64 bits: 32 MB. */
  private static final long MEMORY = 4_000_000;

  private static final long BUDGET = 2_000_000;

  /**
   * A set that makes the sum.
   *
   * @param words why it may be this one
   * @param natural whether its members belong together by more than their sum
   */
  public record Proposed(List<Recorded> records, String words, boolean natural) {
    public Proposed {
      records = List.copyOf(records);
    }
  }

  /**
   * @param more whether further sets make the sum, or the search was not complete
   */
  public record Found(List<Proposed> sets, boolean more) {
    public Found {
      sets = List.copyOf(sets);
    }
  }

  private RecordedSets() {}

  /**
   * @param waiting records of one currency
   * @param sumMinor what the bank shows, in minor units
   */
  public static Found of(List<Recorded> waiting, long sumMinor) {
    Set<Set<Recorded>> known = new LinkedHashSet<>();
    List<Proposed> sets = new ArrayList<>();
    waiting.stream()
        .filter(r -> r.amountMinor() == sumMinor)
        .forEach(r -> add(sets, known, List.of(r), "the one of that amount"));
    Map<LocalDate, List<Recorded>> days =
        waiting.stream()
            .collect(Collectors.groupingBy(Recorded::date, TreeMap::new, Collectors.toList()));
    List<Recorded> soFar = new ArrayList<>();
    for (Map.Entry<LocalDate, List<Recorded>> day : days.entrySet()) {
      soFar.addAll(day.getValue());
      if (sum(day.getValue()) == sumMinor) {
        add(sets, known, day.getValue(), "all of " + day.getKey());
      }
      if (sum(soFar) == sumMinor) {
        add(sets, known, List.copyOf(soFar), "all up to " + day.getKey());
      }
    }
    Sets any = any(waiting, sumMinor);
    for (int[] set : any.sets()) {
      List<Recorded> records = Arrays.stream(set).mapToObj(waiting::get).toList();
      if (known.add(Set.copyOf(records))) {
        sets.add(new Proposed(records, "%d that make the sum".formatted(records.size()), false));
      }
    }
    return new Found(sets, any.searched() != Searched.SEARCHED_ALL);
  }

  private static void add(
      List<Proposed> sets, Set<Set<Recorded>> known, List<Recorded> records, String words) {
    if (known.add(Set.copyOf(records))) {
      sets.add(new Proposed(records, words, true));
    }
  }

  private static Sets any(List<Recorded> waiting, long sumMinor) {
    long[] amounts = waiting.stream().mapToLong(Recorded::amountMinor).toArray();
    return ReachableSums.reaching(amounts, sumMinor, KEEP, MEMORY, BUDGET);
  }

  private static long sum(List<Recorded> records) {
    return records.stream().mapToLong(Recorded::amountMinor).sum();
  }
}
