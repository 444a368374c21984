package io.sumbrel.bench.people;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/** How long answers took, by what was asked, and how many were faults. Safe for many threads. */
final class Times {
  private static final String ALL = "all together";

  private final Map<String, List<Long>> nanos = new TreeMap<>();
  private final Map<String, Integer> faults = new TreeMap<>();
  private int refused;

  synchronized void add(String kind, long nano, int status) {
    nanos.computeIfAbsent(kind, k -> new ArrayList<>()).add(nano);
    if (status >= 500) {
      faults.merge(kind, 1, Integer::sum);
    } else if (status >= 400) {
      refused++;
    }
  }

  synchronized int faults() {
    return faults.values().stream().mapToInt(n -> n).sum();
  }

  synchronized long percentileMillis(int percent) {
    return percentileMillis(all(), percent);
  }

  private List<Long> all() {
    return nanos.values().stream().flatMap(List::stream).toList();
  }

  private static long percentileMillis(List<Long> all, int percent) {
    List<Long> sorted = new ArrayList<>(all);
    Collections.sort(sorted);
    return sorted.isEmpty() ? 0 : sorted.get((sorted.size() - 1) * percent / 100) / 1_000_000;
  }

  /** A table in Markdown. */
  synchronized String table(int seconds) {
    StringBuilder table =
        new StringBuilder("| asked | times | median | 95th | 99th | slowest | faults |\n");
    table.append("|---|--:|--:|--:|--:|--:|--:|\n");
    nanos.forEach((kind, list) -> row(table, kind, list, faults.getOrDefault(kind, 0)));
    row(table, ALL, all(), faults());
    return table
        + "\n%.0f requests a second; %d refused because somebody was first.\n"
            .formatted(all().size() / (double) seconds, refused);
  }

  private static void row(StringBuilder table, String kind, List<Long> list, int faults) {
    table.append(
        "| %s | %d | %d ms | %d ms | %d ms | %d ms | %d |%n"
            .formatted(
                kind,
                list.size(),
                percentileMillis(list, 50),
                percentileMillis(list, 95),
                percentileMillis(list, 99),
                percentileMillis(list, 100),
                faults));
  }
}
