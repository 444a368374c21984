package io.sumbrel.server.connection;

import io.sumbrel.core.money.Money;
import java.io.IOException;
import java.time.LocalDate;
import java.util.Optional;

/**
 * Where a bank keeps pictures of the cheques that it opened for the house. A real bank's archive
 * would implement it.
 */
public interface ChequePictures {
  /**
   * A cheque as the house knows it.
   *
   * @param number that stands on it
   */
  record Cheque(String number, Money amount, LocalDate banked) {}

  /**
   * @param media its type, such as {@code image/png}
   */
  record Picture(String media, byte[] bytes) {}

  /** Whether there is one. */
  boolean has(long booksId, Cheque cheque);

  /**
   * Its picture, where there is one.
   *
   * @throws IOException with a sentence for people, when the line is down
   */
  Optional<Picture> picture(long booksId, Cheque cheque) throws IOException;
}
