package io.sumbrel.core.openitem;

import java.time.LocalDate;
import java.util.Currency;
import java.util.Map;
import java.util.Optional;

/**
 * One row of a list of open items, as the seller's own system states it.
 *
 * @param line the 1-based line of the file
 * @param customerNumber empty where the file names the customer only
 * @param totalMinor below zero for a credit note
 * @param openMinor what the list holds to be open; same side as the total
 * @param extra the house's own columns, kept as they came
 */
public record ListedItem(
    int line,
    String number,
    String customerNumber,
    String customerName,
    Optional<String> parentNumber,
    LocalDate date,
    Optional<LocalDate> due,
    Currency currency,
    long totalMinor,
    long openMinor,
    Optional<Long> taxMinor,
    Optional<String> orderNumber,
    Optional<Terms> terms,
    Map<String, String> extra) {

  /** The same item of a customer whose number was found. */
  public ListedItem ofCustomer(String number) {
    return new ListedItem(
        line,
        this.number,
        number,
        customerName,
        parentNumber,
        date,
        due,
        currency,
        totalMinor,
        openMinor,
        taxMinor,
        orderNumber,
        terms,
        extra);
  }

  public ItemKind kind() {
    return totalMinor < 0 ? ItemKind.CREDIT_NOTE : ItemKind.INVOICE;
  }
}
