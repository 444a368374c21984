package io.sumbrel.core.receipt;

import java.time.LocalDate;
import java.util.Currency;
import java.util.List;
import java.util.Objects;
import java.util.Optional;

/**
 * A payment that was placed before these books began. It posts nothing; it teaches who pays, for
 * whom, and in what way.
 *
 * @param amountMinor what was received, in minor units
 * @param items numbers of the items that it settled
 * @param discountMinor what was granted with it, in minor units
 */
public record PastPayment(
    int place,
    LocalDate date,
    Optional<String> payerName,
    Optional<String> payerAccount,
    Currency currency,
    long amountMinor,
    String customerNumber,
    List<String> items,
    long discountMinor) {

  public PastPayment {
    Objects.requireNonNull(date);
    Objects.requireNonNull(currency);
    Objects.requireNonNull(customerNumber);
    items = List.copyOf(items);
  }

  /** Whether a file told of it; else it was decided in these books. */
  public boolean isFromFile() {
    return place > 0;
  }

  /** The same with other items, or none. */
  public PastPayment naming(List<String> numbers) {
    return new PastPayment(
        place,
        date,
        payerName,
        payerAccount,
        currency,
        amountMinor,
        customerNumber,
        numbers,
        discountMinor);
  }
}
