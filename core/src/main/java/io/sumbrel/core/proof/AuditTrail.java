package io.sumbrel.core.proof;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * The record of acts, or its end, with what it is checked by.
 *
 * @param from the number of the first line; 1 where the whole record is read
 * @param lines in their order; read once, piece by piece where there are many
 * @param key under which it is chained; empty for books that keep no record
 * @param keyedFrom the number of the first line under the key; those before were chained without
 */
public record AuditTrail(
    long from, Iterable<AuditLine> lines, Optional<AuditKey> key, long keyedFrom) {
  /** Of books in memory, which keep no record. */
  public static final AuditTrail NONE = new AuditTrail(1, List.of(), Optional.empty(), 1);

  /**
   * What a line says of a fact.
   *
   * @param line its number
   */
  record Named(long line, String hash) {}

  /**
   * What the record comes to.
   *
   * @param from the number of the first line
   * @param brokenAt the number of the first line that is not as it was written, or is missing
   * @param named what was said last of each fact, by its name
   * @param namesAll whether facts are named from the first line on, so that one without a line is
   *     foreign
   */
  record Reading(
      long from,
      long lines,
      long keyedFrom,
      Optional<Long> brokenAt,
      Map<String, Named> named,
      boolean namesAll) {

    /** How many lines there are, and how many under the key. */
    String words() {
      if (from > 1) {
        return "%d lines from line %d on".formatted(lines, from);
      }
      long keyed = Math.max(0, lines - (keyedFrom - 1));
      return keyed == lines
          ? lines + " lines"
          : "%d lines, %d of them under the key".formatted(lines, keyed);
    }
  }

  /** Checks every line; which hash the first one follows is known where it is the very first. */
  Reading read() {
    Map<String, Named> named = new HashMap<>();
    Optional<Long> brokenAt = Optional.empty();
    boolean namesAll = false;
    Optional<String> previous = from == 1 ? Optional.of(AuditLine.BEGINNING) : Optional.empty();
    long expected = from;
    for (AuditLine line : lines) {
      boolean intact =
          line.number() == expected
              && previous.map(line.previousHash()::equals).orElse(true)
              && line.isIntact(expected < keyedFrom ? Optional.empty() : key);
      if (!intact && brokenAt.isEmpty()) {
        brokenAt = Optional.of(expected);
      }
      if (expected == from) {
        namesAll = !line.act().facts().isEmpty();
      }
      line.act().facts().forEach(f -> named.put(f.name(), new Named(line.number(), f.hash())));
      previous = Optional.of(line.hash());
      expected++;
    }
    return new Reading(from, expected - from, keyedFrom, brokenAt, named, namesAll);
  }
}
