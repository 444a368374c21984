package io.sumbrel.core.transfer;

import io.sumbrel.core.evidence.Evidence;
import io.sumbrel.core.matching.Certainty;
import io.sumbrel.core.tape.TapeLine;
import java.util.List;

/**
 * A way to explain an entry of the bank as one half of an own transfer.
 *
 * @param words such as {@code own transfer to Quayline ··4417}
 * @param lines of its tape
 * @param evidence why, the strongest first
 */
public record TransferWay(
    String words, List<TapeLine> lines, Certainty certainty, List<Evidence> evidence) {
  public TransferWay {
    lines = List.copyOf(lines);
    evidence = List.copyOf(evidence);
  }

  /** Whether it meets a transfer of which the other bank account has shown its half. */
  public boolean isMeeting() {
    return lines.stream().anyMatch(l -> l.item().isPresent());
  }
}
