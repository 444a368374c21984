package io.sumbrel.core.matching.candidate;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * Names that share a word with a written name, or, for misspelt ones, pieces of four letters. Which
 * of them is alike enough, the caller says.
 */
public final class NameIndex {
  /** Names asked for at the most. */
  public static final int MOST = 16;

  private static final int GRAM = 4;

  /** Words and pieces that more names share than this say nothing. */
  private static final int TOO_COMMON = 2_000;

  private final Map<String, int[]> words = new HashMap<>();
  private final LongIndex grams = new LongIndex();
  private final Map<Long, Integer> gramCounts = new HashMap<>();
  private int names;

  /** Adds a name of upper case words. */
  public void add(String name) {
    for (String word : name.split(" ")) {
      words.merge(word, new int[] {names}, NameIndex::joined);
    }
    for (long gram : gramsOf(name)) {
      grams.add(gram, names);
      gramCounts.merge(gram, 1, Integer::sum);
    }
    names++;
  }

  private static int[] joined(int[] one, int[] other) {
    if (one[one.length - 1] == other[0]) {
      return one;
    }
    int[] both = Arrays.copyOf(one, one.length + 1);
    both[one.length] = other[0];
    return both;
  }

  /** Names that share words with a name, those that share the rarest first. */
  public List<Integer> byWords(String name) {
    Map<Integer, Integer> weights = new HashMap<>();
    for (String word : name.split(" ")) {
      int[] found = words.getOrDefault(word, new int[0]);
      for (int i = 0; i < found.length && found.length <= TOO_COMMON; i++) {
        weights.merge(found[i], rarity(found.length), Integer::sum);
      }
    }
    return heaviest(weights);
  }

  /** Names that share pieces of four letters with a name, those that share most first. */
  public List<Integer> byPieces(String name) {
    Map<Integer, Integer> weights = new HashMap<>();
    for (long gram : gramsOf(name)) {
      int count = gramCounts.getOrDefault(gram, 0);
      for (int e = count > TOO_COMMON / 4 ? -1 : grams.first(gram); e >= 0; e = grams.next(e)) {
        weights.merge(grams.value(e), rarity(count), Integer::sum);
      }
    }
    return heaviest(weights);
  }

  /** The inverse document frequency in hundredths of a bit. */
  private int rarity(int shared) {
    return (int) (100 * StrictMath.log((names + 1.0) / shared) / StrictMath.log(2)) + 1;
  }

  private static List<Integer> heaviest(Map<Integer, Integer> weights) {
    List<Integer> found = new ArrayList<>(weights.keySet());
    found.sort(
        (a, b) -> {
          int byWeight = Integer.compare(weights.get(b), weights.get(a));
          return byWeight != 0 ? byWeight : Integer.compare(a, b);
        });
    return found.subList(0, Math.min(MOST, found.size()));
  }

  private static long[] gramsOf(String name) {
    int count = Math.max(0, name.length() - GRAM + 1);
    long[] found = new long[count];
    for (int i = 0; i < count; i++) {
      for (int k = 0; k < GRAM; k++) {
        found[i] = found[i] << 16 | name.charAt(i + k);
      }
    }
    return Arrays.stream(found).distinct().toArray();
  }
}
