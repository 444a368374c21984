package io.sumbrel.core.proof;

import java.nio.charset.StandardCharsets;
import java.util.Optional;

/**
 * One line of the record of who did what, when. Each line's hash covers the line before it, under a
 * key, so that a changed or missing line shows.
 *
 * @param number without a gap, from 1
 * @param at real time of the act, ISO 8601
 */
public record AuditLine(long number, String at, Act act, String previousHash, String hash) {

  /** The hash before the first line. */
  public static final String BEGINNING = "0".repeat(64);

  /** The next line of a record, with its hash. */
  public static AuditLine next(long number, String at, Act act, String previousHash, AuditKey key) {
    return new AuditLine(
        number, at, act, previousHash, key.hash(content(number, at, act, previousHash)));
  }

  /**
   * Whether the line is as it was written.
   *
   * @param key under which it was; empty for one that was written before there were keys
   */
  boolean isIntact(Optional<AuditKey> key) {
    String content = content(number, at, act, previousHash);
    return hash.equals(key.map(k -> k.hash(content)).orElseGet(() -> plainHash(content)));
  }

  private static String content(long number, String at, Act act, String previousHash) {
    StringBuilder content = new StringBuilder(Long.toString(number));
    append(content, at, act.actor(), act.name(), act.subject(), act.detail(), previousHash);
    // lines of persons from before facts were named have nothing more
    if (act.kind() != ActorKind.PERSON || !act.facts().isEmpty()) {
      append(content, act.kind());
      act.facts().forEach(f -> append(content, f.name(), f.hash()));
    }
    return content.toString();
  }

  /** Fields, each with its length before it, so that none can run into another. */
  private static void append(StringBuilder content, Object... fields) {
    for (Object field : fields) {
      String text = String.valueOf(field);
      content.append('|').append(text.length()).append(':').append(text);
    }
  }

  /** SHA-256 without a key, as lines were chained once. */
  private static String plainHash(String content) {
    Sha256 hash = new Sha256();
    hash.add(content.getBytes(StandardCharsets.UTF_8));
    return hash.hex();
  }
}
