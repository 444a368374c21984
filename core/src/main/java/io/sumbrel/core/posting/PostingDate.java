package io.sumbrel.core.posting;

import java.time.LocalDate;
import java.util.Optional;

/** The posting date of an explanation, so that every day's bank balance can be proved for ever. */
public final class PostingDate {
  private PostingDate() {}

  /**
   * The day the bank booked the money; but the first open day if that month is closed, and never
   * before the day on which an earlier explanation of the same sum was turned back: until then the
   * earlier one stands in the books.
   *
   * @param closedUntil the last day of the newest closed month
   */
  public static LocalDate of(
      LocalDate bookingDate, Optional<LocalDate> lastTurnedBack, LocalDate closedUntil) {
    LocalDate date = lastTurnedBack.filter(bookingDate::isBefore).orElse(bookingDate);
    return date.isAfter(closedUntil) ? date : closedUntil.plusDays(1);
  }
}
