package io.sumbrel.core.usual;

import io.sumbrel.core.evidence.Evidence;
import io.sumbrel.core.matching.Certainty;
import io.sumbrel.core.tape.TapeLine;
import java.util.Comparator;
import java.util.List;

/**
 * A way to explain a sum that pays no open item: one half of an own transfer, a payment that the
 * bank takes back.
 *
 * @param words such as {@code own transfer to Quayline ··4417}
 * @param lines of its tape
 * @param evidence why, the strongest first
 */
public record OtherWay(
    String words, List<TapeLine> lines, Certainty certainty, List<Evidence> evidence) {

  /** The likeliest first. */
  public static final Comparator<OtherWay> IN_ORDER =
      Comparator.comparing(OtherWay::certainty).thenComparing(OtherWay::words);

  public OtherWay {
    lines = List.copyOf(lines);
    evidence = List.copyOf(evidence);
  }
}
