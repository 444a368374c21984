package io.sumbrel.core.bank;

import java.time.LocalDate;
import java.util.List;
import java.util.Objects;
import java.util.Optional;

/**
 * One line of a bank statement, as the file states it (ISO 20022: entry).
 *
 * @param place where it stands in the file: 1-based line
 * @param amountMinor signed, in minor units of the account's currency: in above zero, out below
 * @param text what the bank sent, in pieces as they came
 * @param references numbers of documents that the file states as such
 */
public record StatementEntry(
    int place,
    LocalDate bookingDate,
    LocalDate valueDate,
    long amountMinor,
    Status status,
    String bankReference,
    Optional<String> payerName,
    Optional<String> payerAccount,
    String method,
    List<String> text,
    List<String> references) {

  /** Only booked entries count; the others are shown. */
  public enum Status {
    BOOKED,
    PENDING
  }

  public StatementEntry {
    Objects.requireNonNull(bookingDate);
    Objects.requireNonNull(valueDate);
    text = List.copyOf(text);
    references = List.copyOf(references);
  }

  public boolean isBooked() {
    return status == Status.BOOKED;
  }
}
