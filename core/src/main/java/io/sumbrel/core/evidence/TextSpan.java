package io.sumbrel.core.evidence;

/**
 * A part of the text that the bank sent.
 *
 * @param start index of the first character, from 0
 * @param end index after the last
 */
public record TextSpan(int start, int end) {
  public TextSpan {
    if (start < 0 || end <= start) {
      throw new IllegalArgumentException("span " + start + " to " + end);
    }
  }
}
