package io.sumbrel.standin.house;

import io.sumbrel.core.openitem.Terms;
import java.time.LocalDate;

/**
 * An invoice of the house.
 *
 * @param customer which of the house's customers, from 0
 * @param totalMinor with tax, in minor units
 */
public record InventedInvoice(
    String number,
    int customer,
    LocalDate date,
    Terms terms,
    long totalMinor,
    long taxMinor,
    String order) {

  /** The last day on which it is paid in time. */
  public LocalDate due() {
    return terms.dueDate(date);
  }
}
