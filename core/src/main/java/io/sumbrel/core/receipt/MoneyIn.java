package io.sumbrel.core.receipt;

import io.sumbrel.core.bank.StatementEntry;
import io.sumbrel.core.money.AmountText;
import io.sumbrel.core.money.Money;
import io.sumbrel.core.remittance.RemittanceDetail;
import java.time.LocalDate;
import java.util.Currency;
import java.util.List;
import java.util.Objects;
import java.util.Optional;

/**
 * A sum that must be explained, as it was imported. Money out is explained on the same strip and
 * has an amount below zero.
 *
 * @param amountMinor signed, in minor units
 * @param text all that the bank sent about it, in lines; places in evidence count in this text
 * @param references document numbers that the file states as such
 * @param details what the payer says it covers, with amounts: from a lockbox, a structured
 *     remittance or an advice
 * @param bankLine where it stands at the bank; empty for what is no entry of a bank
 */
public record MoneyIn(
    MoneyInId id,
    Currency currency,
    long amountMinor,
    LocalDate bookingDate,
    Optional<String> payerName,
    Optional<String> payerAccount,
    String text,
    List<String> references,
    List<RemittanceDetail> details,
    Optional<BankLine> bankLine) {

  /** A sum of which no split is stated. */
  public MoneyIn(
      MoneyInId id,
      Currency currency,
      long amountMinor,
      LocalDate bookingDate,
      Optional<String> payerName,
      Optional<String> payerAccount,
      String text,
      List<String> references) {
    this(
        id,
        currency,
        amountMinor,
        bookingDate,
        payerName,
        payerAccount,
        text,
        references,
        List.of(),
        Optional.empty());
  }

  /**
   * An entry of a bank, as its statement has it.
   *
   * @param bookedOn the day on which it counts
   * @param account the bank account, by the key of {@link BankLine}
   */
  public static MoneyIn booked(
      MoneyInId id, StatementEntry entry, Currency currency, LocalDate bookedOn, long account) {
    return new MoneyIn(
            id,
            currency,
            entry.amountMinor(),
            bookedOn,
            entry.payerName(),
            entry.payerAccount(),
            String.join("\n", entry.text()),
            entry.references())
        .stating(entry.details())
        .on(new BankLine(account, entry.method(), entry.bankReference()));
  }

  /** The same with a split that the payer states. */
  public MoneyIn stating(List<RemittanceDetail> split) {
    return with(split, bankLine);
  }

  /** The same as an entry of a bank. */
  public MoneyIn on(BankLine line) {
    return with(details, Optional.of(line));
  }

  private MoneyIn with(List<RemittanceDetail> split, Optional<BankLine> line) {
    return new MoneyIn(
        id,
        currency,
        amountMinor,
        bookingDate,
        payerName,
        payerAccount,
        text,
        references,
        split,
        line);
  }

  public MoneyIn {
    Objects.requireNonNull(id);
    Objects.requireNonNull(currency);
    Objects.requireNonNull(text);
    references = List.copyOf(references);
    details = List.copyOf(details);
    if (amountMinor == 0) {
      throw new IllegalArgumentException("money of nothing: " + id);
    }
  }

  /** Signed. */
  public Money amount() {
    return Money.ofMinor(currency, amountMinor);
  }

  public boolean isIn() {
    return amountMinor > 0;
  }

  /** The amount in words of figures. */
  public String words() {
    return AmountText.words(amountMinor, currency);
  }
}
