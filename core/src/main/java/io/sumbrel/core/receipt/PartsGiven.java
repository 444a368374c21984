package io.sumbrel.core.receipt;

import io.sumbrel.core.bank.BatchDetail;
import io.sumbrel.core.bank.StatementEntry;
import io.sumbrel.core.money.AmountText;
import io.sumbrel.core.refusal.Refusal;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Supplier;

/**
 * A sum of the bank turns out to be several, which are to be explained in its place. It posts
 * nothing, for the money stands where it stood; the stored books and the books in memory both only
 * do what it says.
 *
 * @param sum what counts no more by itself
 * @param parts what counts instead, in the order of the message
 */
public record PartsGiven(MoneyIn sum, List<Part> parts) {

  /** A part as the message states it, and as the money that is to be explained. */
  public record Part(StatementEntry entry, MoneyIn money) {}

  public PartsGiven {
    parts = List.copyOf(parts);
  }

  /**
   * @param ids names for the parts
   * @throws Refusal {@code no-entry}, {@code other-sum}, {@code does-not-add-up}
   */
  public static PartsGiven of(MoneyIn sum, BatchDetail batch, Supplier<MoneyInId> ids) {
    BankLine line =
        sum.bankLine()
            .orElseThrow(
                () -> new Refusal("no-entry", "Only a sum that the bank shows has parts."));
    if (!line.reference().equals(batch.reference())) {
      throw new Refusal(
          "other-sum",
          "The parts are of “%s”, the sum is “%s”.".formatted(batch.reference(), line.reference()));
    }
    if (batch.amountMinor() != sum.amountMinor()) {
      throw new Refusal(
          "does-not-add-up",
          "The parts make %s, the sum is %s."
              .formatted(AmountText.words(batch.amountMinor(), sum.currency()), sum.words()));
    }
    List<Part> parts = new ArrayList<>();
    for (StatementEntry entry : batch.parts()) {
      // the statement says when the sum was booked
      parts.add(
          new Part(
              entry,
              MoneyIn.booked(ids.get(), entry, sum.currency(), sum.bookingDate(), line.account())));
    }
    return new PartsGiven(sum, parts);
  }
}
