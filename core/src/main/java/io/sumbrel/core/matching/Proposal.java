package io.sumbrel.core.matching;

import io.sumbrel.core.evidence.Evidence;
import io.sumbrel.core.party.CustomerId;
import io.sumbrel.core.tape.TapeLine;
import java.util.List;
import java.util.Optional;

/**
 * One way to explain a sum: a tape that comes to zero, with reasons.
 *
 * @param words what it says in short, such as {@code 20418 + 20455, less 18.00 charge}
 * @param perMille confidence in thousandths
 */
public record Proposal(
    String words,
    List<TapeLine> lines,
    Optional<CustomerId> customer,
    List<Evidence> evidence,
    int perMille,
    Certainty certainty) {
  public Proposal {
    lines = List.copyOf(lines);
    evidence = List.copyOf(evidence);
  }
}
