package io.sumbrel.core.posting;

import io.sumbrel.core.refusal.Refusal;

/**
 * The short number of a posting, which its journal entry, receipt and placings carry too. Counted
 * within the year of the posting date, without a gap.
 */
public record PostingNumber(int year, int number) implements Comparable<PostingNumber> {
  private static final int FIRST_YEAR = 1900;
  private static final int LAST_YEAR = 9999;

  public PostingNumber {
    if (year < FIRST_YEAR || year > LAST_YEAR || number < 1) {
      throw new IllegalArgumentException("posting number " + year + "/" + number);
    }
  }

  /**
   * A number as {@link #words}; years of two digits, as they were written once, are of this
   * century.
   *
   * @throws Refusal {@code posting-number} when it is none
   */
  public static PostingNumber parse(String words) {
    if (!words.matches("(\\d{2}|\\d{4})-\\d{1,9}")) {
      throw new Refusal("posting-number", "“" + words + "” is no number of a posting.");
    }
    String[] cells = words.split("-");
    int year = Integer.parseInt(cells[0]);
    return of(year < 100 ? 2000 + year : year, Integer.parseInt(cells[1]));
  }

  /**
   * A number that somebody asks for.
   *
   * @throws Refusal {@code not-found} when no posting can carry it
   */
  public static PostingNumber of(int year, int number) {
    if (year < FIRST_YEAR || year > LAST_YEAR || number < 1) {
      throw new Refusal("not-found", "There is no posting %d-%d.".formatted(year, number));
    }
    return new PostingNumber(year, number);
  }

  /** As people read it: {@code 2026-0143}. */
  public String words() {
    return "%04d-%04d".formatted(year, number);
  }

  @Override
  public int compareTo(PostingNumber other) {
    return year != other.year
        ? Integer.compare(year, other.year)
        : Integer.compare(number, other.number);
  }
}
