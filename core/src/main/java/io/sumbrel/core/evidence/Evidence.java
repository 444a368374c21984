package io.sumbrel.core.evidence;

import java.util.Optional;

/**
 * One reason for or against a proposal.
 *
 * @param words a short sentence for people
 * @param source the part of the bank's text it rests on
 */
public record Evidence(Side side, String words, Optional<TextSpan> source) {

  /** Which way a reason points. */
  public enum Side {
    FOR,
    AGAINST
  }

  public static Evidence speaksFor(String words) {
    return new Evidence(Side.FOR, words, Optional.empty());
  }

  public static Evidence speaksFor(String words, TextSpan source) {
    return new Evidence(Side.FOR, words, Optional.of(source));
  }

  public static Evidence speaksAgainst(String words) {
    return new Evidence(Side.AGAINST, words, Optional.empty());
  }
}
