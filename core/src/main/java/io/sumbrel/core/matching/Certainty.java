package io.sumbrel.core.matching;

/** How sure a proposal is. */
public enum Certainty {
  SURE("sure", 990_000),
  LIKELY("likely", 800_000),
  THIN("thin", 200_000),
  NOTHING_YET("nothing yet", 0);

  private final String words;
  private final int fromPerMillion;

  Certainty(String words, int fromPerMillion) {
    this.words = words;
    this.fromPerMillion = fromPerMillion;
  }

  public String words() {
    return words;
  }

  /** The certainty of a confidence in parts of a million. */
  public static Certainty of(int perMillion) {
    for (Certainty certainty : values()) {
      if (perMillion >= certainty.fromPerMillion) {
        return certainty;
      }
    }
    return NOTHING_YET;
  }
}
