package io.sumbrel.server.month;

/**
 * Where some postings begin, and all that were made after.
 *
 * @param record the line of the record that tells of the first, or a number below the first line
 *     where it is older than the record
 * @param id of the first; ids follow the order of making
 */
public record FirstPosting(long record, long id) {
  /** All postings. */
  public static final FirstPosting BEGINNING = new FirstPosting(Long.MIN_VALUE + 1, 0);
}
