package io.sumbrel.core.matching;

/** How sure a proposal is. */
public enum Certainty {
  SURE("sure", 990),
  LIKELY("likely", 800),
  THIN("thin", 200),
  NOTHING_YET("nothing yet", 0);

  private final String words;
  private final int fromPerMille;

  Certainty(String words, int fromPerMille) {
    this.words = words;
    this.fromPerMille = fromPerMille;
  }

  public String words() {
    return words;
  }

  /** The certainty of a confidence in thousandths. */
  static Certainty of(int perMille) {
    for (Certainty certainty : values()) {
      if (perMille >= certainty.fromPerMille) {
        return certainty;
      }
    }
    return NOTHING_YET;
  }
}
