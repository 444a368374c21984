package io.sumbrel.core.matching.candidate;

/**
 * A bit for each of some longs, several sharing one: says of most others at once that they are not
 * among them, and never so of one that is.
 */
public final class LongMarks {
  private final int bits;
  private final long[] marks;

  /**
   * @param bits there are two to the power of it, six at least
   */
  public LongMarks(int bits) {
    this.bits = bits;
    this.marks = new long[(1 << bits) / Long.SIZE];
  }

  public void mark(long value) {
    int bit = bitOf(value);
    marks[bit / Long.SIZE] |= 1L << bit;
  }

  public boolean isMarked(long value) {
    int bit = bitOf(value);
    return (marks[bit / Long.SIZE] >>> bit & 1) == 1;
  }

  private int bitOf(long value) {
    return (int) (value * 0x9E3779B97F4A7C15L >>> Long.SIZE - bits);
  }
}
