package io.sumbrel.core.matching.candidate;

/** Written numbers as long keys: letters and digits only, in either case alike. */
public final class NumberKeys {
  /** 37¹² is just below 2⁶³: up to here a key is exact. */
  private static final int EXACT_LENGTH = 12;

  private NumberKeys() {}

  /**
   * The key of a written number; 0 when it holds neither letter nor digit. Two numbers of up to
   * twelve characters have the same key only when they are the same; of longer ones, once in 2⁶³.
   */
  public static long of(CharSequence written) {
    return of(written, 0, written.length());
  }

  /** The key of a part of a text. */
  public static long of(CharSequence text, int start, int end) {
    long key = 0;
    int length = 0;
    for (int i = start; i < end; i++) {
      int value = valueOf(text.charAt(i));
      if (value > 0) {
        key = key * 37 + value;
        length++;
      }
    }
    return length > EXACT_LENGTH ? key | Long.MIN_VALUE : key;
  }

  /** From 1: ten digits, then the letters; 0 for anything else. */
  private static int valueOf(char c) {
    if (c >= '0' && c <= '9') {
      return c - '0' + 1;
    }
    if (c >= 'A' && c <= 'Z') {
      return c - 'A' + 11;
    }
    return c >= 'a' && c <= 'z' ? c - 'a' + 11 : 0;
  }
}
