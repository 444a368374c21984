package io.sumbrel.core.proof;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * The record of acts with what it is checked by.
 *
 * @param lines in their order; read once, piece by piece where there are many
 * @param key under which it is chained; empty for books that keep no record
 * @param keyedFrom the number of the first line under the key; those before were chained without
 */
public record AuditTrail(Iterable<AuditLine> lines, Optional<AuditKey> key, long keyedFrom) {
  /** Of books in memory, which keep no record. */
  public static final AuditTrail NONE = new AuditTrail(List.of(), Optional.empty(), 1);

  /**
   * What a line says of a fact.
   *
   * @param line its number
   */
  record Named(long line, String hash) {}

  /**
   * What the record comes to.
   *
   * @param brokenAt the number of the first line that is not as it was written, or is missing
   * @param named what was said last of each fact, by its name
   * @param namesAll whether facts are named from the first line on, so that one without a line is
   *     foreign
   */
  record Reading(
      long lines,
      long keyedFrom,
      Optional<Long> brokenAt,
      Map<String, Named> named,
      boolean namesAll) {

    /** How many lines there are, and how many under the key. */
    String words() {
      long keyed = Math.max(0, lines - (keyedFrom - 1));
      return keyed == lines
          ? lines + " lines"
          : "%d lines, %d of them under the key".formatted(lines, keyed);
    }
  }

  /** Checks every line. */
  Reading read() {
    Map<String, Named> named = new HashMap<>();
    Optional<Long> brokenAt = Optional.empty();
    boolean namesAll = false;
    String previous = AuditLine.BEGINNING;
    long expected = 1;
    for (AuditLine line : lines) {
      boolean intact =
          line.number() == expected
              && line.previousHash().equals(previous)
              && line.isIntact(expected < keyedFrom ? Optional.empty() : key);
      if (!intact && brokenAt.isEmpty()) {
        brokenAt = Optional.of(expected);
      }
      if (expected == 1) {
        namesAll = !line.act().facts().isEmpty();
      }
      line.act().facts().forEach(f -> named.put(f.name(), new Named(line.number(), f.hash())));
      previous = line.hash();
      expected++;
    }
    return new Reading(expected - 1, keyedFrom, brokenAt, named, namesAll);
  }
}
