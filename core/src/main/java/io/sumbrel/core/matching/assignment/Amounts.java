package io.sumbrel.core.matching.assignment;

import java.util.Arrays;
import java.util.function.IntConsumer;

/**
 * A long row of amounts, of which a copy costs little: it shares its pages with what it was made
 * from until one of the two writes on them. To copy and to compare are not for several threads at
 * once with writing.
 */
public final class Amounts {
  private static final int BITS = 7;
  private static final int PAGE = 1 << BITS;

  private final int size;
  private final long[][] pages;

  /** Which pages nobody else has. */
  private final boolean[] own;

  private Amounts(int size, long[][] pages) {
    this.size = size;
    this.pages = pages;
    this.own = new boolean[pages.length];
  }

  /** So many, each 0. */
  public Amounts(int size) {
    this(size, new long[(size + PAGE - 1) >> BITS][]);
    Arrays.fill(pages, new long[PAGE]);
  }

  public static Amounts of(long... amounts) {
    Amounts row = new Amounts(amounts.length);
    for (int page = 0; page < row.pages.length; page++) {
      row.pages[page] = Arrays.copyOfRange(amounts, page << BITS, (page + 1) << BITS);
      row.own[page] = true;
    }
    return row;
  }

  public int size() {
    return size;
  }

  public long get(int place) {
    return pages[place >> BITS][place & PAGE - 1];
  }

  public void add(int place, long amount) {
    set(place, get(place) + amount);
  }

  public void set(int place, long amount) {
    int page = place >> BITS;
    if (!own[page]) {
      pages[page] = pages[page].clone();
      own[page] = true;
    }
    pages[page][place & PAGE - 1] = amount;
  }

  public Amounts copy() {
    Arrays.fill(own, false);
    return new Amounts(size, pages.clone());
  }

  /** Whether every amount is as in another row of the same size. */
  public boolean isSame(Amounts other) {
    for (int page = 0; page < pages.length; page++) {
      if (pages[page] != other.pages[page] && !Arrays.equals(pages[page], other.pages[page])) {
        return false;
      }
    }
    return true;
  }

  /**
   * Passes on each place where it differs from another row of the same size, rising.
   *
   * @param place must not write to either
   */
  public void differences(Amounts other, IntConsumer place) {
    for (int page = 0; page < pages.length; page++) {
      long[] ours = pages[page];
      long[] theirs = other.pages[page];
      int from = ours == theirs ? -1 : Arrays.mismatch(ours, theirs);
      while (from >= 0) {
        place.accept(page << BITS | from);
        int same = Arrays.mismatch(ours, from + 1, PAGE, theirs, from + 1, PAGE);
        from = same < 0 ? -1 : from + 1 + same;
      }
    }
  }
}
