package io.sumbrel.core.proof;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * The record of acts with what it is checked by.
 *
 * @param key under which it is chained; empty for books that keep no record
 * @param keyedFrom the number of the first line under the key; those before were chained without
 */
public record AuditTrail(List<AuditLine> lines, Optional<AuditKey> key, long keyedFrom) {
  /** Of books in memory, which keep no record. */
  public static final AuditTrail NONE = new AuditTrail(List.of(), Optional.empty(), 1);

  public AuditTrail {
    lines = List.copyOf(lines);
  }

  /** The number of the first line that is not as it was written, or is missing; else empty. */
  public Optional<Long> brokenAt() {
    String previous = AuditLine.BEGINNING;
    long expected = 1;
    for (AuditLine line : lines) {
      boolean intact =
          line.number() == expected
              && line.previousHash().equals(previous)
              && line.isIntact(expected < keyedFrom ? Optional.empty() : key);
      if (!intact) {
        return Optional.of(expected);
      }
      previous = line.hash();
      expected++;
    }
    return Optional.empty();
  }

  /** Whether facts are named from the first line on, so that one without a line is foreign. */
  boolean namesFacts() {
    return !lines.isEmpty() && !lines.get(0).act().facts().isEmpty();
  }

  /** The line that last named each fact, by the name of the fact. */
  Map<String, AuditLine> lastNaming() {
    Map<String, AuditLine> last = new HashMap<>();
    lines.forEach(l -> l.act().facts().forEach(f -> last.put(f.name(), l)));
    return last;
  }

  /** How many lines there are, and how many under the key. */
  public String words() {
    long keyed = Math.max(0, lines.size() - (keyedFrom - 1));
    return keyed == lines.size()
        ? lines.size() + " lines"
        : "%d lines, %d of them under the key".formatted(lines.size(), keyed);
  }
}
