package io.sumbrel.core.matching.candidate;

import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * From a number, as it may be written, to the indices of what carries it. Indices of one number
 * come back in the order in which they were added.
 */
public final class NumberIndex {
  private static final int[] NONE = {};

  private final Map<String, int[]> byKey = new HashMap<>();

  /** Adds a way of writing; an empty one is left out. */
  public void add(String key, int index) {
    if (!key.isEmpty()) {
      byKey.merge(key, new int[] {index}, NumberIndex::joined);
    }
  }

  /** The indices of a written number; empty when nothing carries it. */
  public int[] find(String key) {
    return byKey.getOrDefault(key, NONE);
  }

  /** The indices of the first of several ways of writing that anything carries. */
  public int[] findFirst(List<String> keys) {
    return keys.stream().map(this::find).filter(f -> f.length > 0).findFirst().orElse(NONE);
  }

  private static int[] joined(int[] one, int[] other) {
    for (int i : one) {
      if (i == other[0]) {
        return one;
      }
    }
    int[] both = Arrays.copyOf(one, one.length + 1);
    both[one.length] = other[0];
    return both;
  }
}
