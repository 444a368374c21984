package io.sumbrel.server.persistence;

import io.sumbrel.core.refusal.Refusal;

/** Texts as a column takes them. */
public final class Column {
  private Column() {}

  /** What fits of a text that is only read by people. No character is cut in two. */
  public static String cut(String text, int length) {
    if (text.length() <= length) {
      return text;
    }
    boolean inCharacter = Character.isHighSurrogate(text.charAt(length - 1));
    return text.substring(0, inCharacter ? length - 1 : length);
  }

  /** The pieces of a text that fit whole: a number that is cut would be another number. */
  public static String wholePieces(String text, char between, int length) {
    if (text.length() <= length) {
      return text;
    }
    int end = text.lastIndexOf(between, length);
    return end < 0 ? "" : text.substring(0, end);
  }

  /**
   * A text that must be kept whole, such as a name that somebody types.
   *
   * @param what begins the sentence
   * @throws Refusal {@code too-long}
   */
  public static String whole(String what, String text, int length) {
    if (text.length() > length) {
      throw new Refusal(
          "too-long",
          "%s has %,d letters; up to %,d are kept.".formatted(what, text.length(), length));
    }
    return text;
  }
}
