package io.sumbrel.core.proof;

import java.util.List;

/**
 * One invariant, computed now.
 *
 * @param number as in the documentation of the books
 * @param figures what was compared, in words of figures
 * @param failures what does not hold, in sentences; empty when the invariant holds
 */
public record ProofLine(int number, String words, String figures, List<String> failures) {
  public ProofLine {
    failures = List.copyOf(failures);
  }

  public boolean holds() {
    return failures.isEmpty();
  }
}
