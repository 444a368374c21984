package io.sumbrel.core.matching.candidate;

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
    Shared shared = new Shared();
    for (String word : name.split(" ")) {
      int[] found = words.getOrDefault(word, new int[0]);
      int rarity = found.length > TOO_COMMON ? 0 : rarity(found.length);
      for (int i = 0; i < found.length && rarity > 0; i++) {
        shared.add(found[i], rarity);
      }
    }
    return shared.heaviest();
  }

  /** Names that share pieces of four letters with a name, those that share most first. */
  public List<Integer> byPieces(String name) {
    Shared shared = new Shared();
    for (long gram : gramsOf(name)) {
      int count = gramCounts.getOrDefault(gram, 0);
      int rarity = count > TOO_COMMON / 4 ? 0 : rarity(count);
      for (int e = rarity == 0 ? -1 : grams.first(gram); e >= 0; e = grams.next(e)) {
        shared.add(grams.value(e), rarity);
      }
    }
    return shared.heaviest();
  }

  /** The inverse document frequency in hundredths of a bit. */
  private int rarity(int shared) {
    return (int) (100 * StrictMath.log((names + 1.0) / shared) / StrictMath.log(2)) + 1;
  }

  /** Names with the weight of one thing that they share, gathered to be summed up. */
  private static final class Shared {
    private long[] entries = new long[64];
    private int count;

    void add(int name, int weight) {
      if (count == entries.length) {
        entries = Arrays.copyOf(entries, count * 2);
      }
      entries[count++] = (long) name << 32 | weight;
    }

    /** The heaviest first; of two alike the one that was added to the index first. */
    List<Integer> heaviest() {
      Arrays.sort(entries, 0, count);
      long[] best = new long[MOST];
      int kept = 0;
      for (int from = 0; from < count; ) {
        int name = (int) (entries[from] >>> 32);
        int weight = 0;
        while (from < count && entries[from] >>> 32 == name) {
          weight += (int) entries[from++];
        }
        kept = insert(best, kept, (long) weight << 32 | Integer.MAX_VALUE - name);
      }
      return Arrays.stream(best, 0, kept).mapToObj(b -> Integer.MAX_VALUE - (int) b).toList();
    }

    /** Into what is kept, falling; gives how many are kept then. */
    private static int insert(long[] best, int kept, long one) {
      int place = kept;
      while (place > 0 && best[place - 1] < one) {
        place--;
      }
      if (place == MOST) {
        return kept;
      }
      int last = Math.min(kept, MOST - 1);
      System.arraycopy(best, place, best, place + 1, last - place);
      best[place] = one;
      return last + 1;
    }
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
