package io.sumbrel.core.tape;

import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.receipt.MoneyIn;
import java.time.LocalDate;
import java.util.Collection;
import java.util.Comparator;
import java.util.Optional;

/** Dates that are a mistake more often than not, though a tape may be posted with them. */
public final class DoubtfulDates {
  private DoubtfulDates() {}

  /**
   * What is doubtful, in a sentence: money that is booked on a day to come, or an invoice that is
   * dated after the money which settles it. Common practice: whoever paid before the invoice paid
   * something else, or in advance.
   *
   * @param settled what the tape settles with the money
   * @param today the day of work
   */
  public static Optional<String> of(MoneyIn money, Collection<OpenItem> settled, LocalDate today) {
    LocalDate booked = money.bookingDate();
    if (booked.isAfter(today)) {
      return Optional.of("The money is booked on %s, which is still to come.".formatted(booked));
    }
    return settled.stream()
        .filter(i -> money.isIn() && !i.kind().isCredit() && i.date().isAfter(booked))
        .max(Comparator.comparing(OpenItem::date).thenComparing(OpenItem::number))
        .map(
            i ->
                "%s is dated %s, after the money came on %s."
                    .formatted(i.number(), i.date(), booked));
  }
}
