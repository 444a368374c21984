package io.sumbrel.core.openitem;

import io.sumbrel.core.money.AmountText;
import io.sumbrel.core.party.CustomerId;
import java.time.LocalDate;
import java.util.Currency;
import java.util.Objects;
import java.util.Optional;

/**
 * An invoice, credit note, money on account or on its way between own accounts, as it stands now.
 *
 * @param customer who was billed; empty for money of an unknown payer, and for one's own
 * @param totalMinor what was billed, in minor units; below zero for credits
 * @param openMinor what is not yet settled: between zero and the total
 * @param taxMinor the tax contained in the total, where the list states it
 * @param terms the terms of payment as the list writes them
 */
public record OpenItem(
    ItemId id,
    ItemKind kind,
    Optional<CustomerId> customer,
    String number,
    LocalDate date,
    Optional<LocalDate> due,
    Currency currency,
    long totalMinor,
    long openMinor,
    Optional<Long> taxMinor,
    Optional<String> orderNumber,
    Optional<Terms> terms) {

  public OpenItem {
    Objects.requireNonNull(id);
    Objects.requireNonNull(number);
    Objects.requireNonNull(date);
    Objects.requireNonNull(currency);
    if (customer.isPresent() != kind.isOfCustomer()) {
      throw new IllegalArgumentException(kind + " " + number + " of customer " + customer);
    }
    boolean within =
        kind.isCredit()
            ? totalMinor <= openMinor && openMinor <= 0
            : 0 <= openMinor && openMinor <= totalMinor;
    if (!within) {
      throw new IllegalArgumentException(
          "%s %s: open %d is not between zero and total %d"
              .formatted(kind, number, openMinor, totalMinor));
    }
  }

  public boolean isSettled() {
    return openMinor == 0;
  }

  /** The item after a movement of its total and its open amount, in minor units. */
  public OpenItem moved(long totalDelta, long openDelta) {
    return new OpenItem(
        id,
        kind,
        customer,
        number,
        date,
        due,
        currency,
        totalMinor + totalDelta,
        openMinor + openDelta,
        taxMinor,
        orderNumber,
        terms);
  }

  /** The open amount in words of figures. */
  public String openWords() {
    return AmountText.words(openMinor, currency);
  }

  /** The discount that the terms grant on the whole item, in minor units; zero without terms. */
  public long discountMinor() {
    return terms.map(t -> t.discountMinor(totalMinor)).orElse(0L);
  }
}
