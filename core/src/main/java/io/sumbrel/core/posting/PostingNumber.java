package io.sumbrel.core.posting;

/**
 * The short number of a posting, which its journal entry, receipt and placings carry too. Counted
 * within the year of the posting date, without a gap.
 */
public record PostingNumber(int year, int number) implements Comparable<PostingNumber> {
  public PostingNumber {
    if (year < 1900 || number < 1) {
      throw new IllegalArgumentException("posting number " + year + "/" + number);
    }
  }

  /** As people read it: {@code 26-0143}. */
  /** A number as {@link #words}, of this century. */
  public static PostingNumber parse(String words) {
    String[] cells = words.split("-");
    return new PostingNumber(2000 + Integer.parseInt(cells[0]), Integer.parseInt(cells[1]));
  }

  public String words() {
    return "%02d-%04d".formatted(year % 100, number);
  }

  @Override
  public int compareTo(PostingNumber other) {
    return year != other.year
        ? Integer.compare(year, other.year)
        : Integer.compare(number, other.number);
  }
}
