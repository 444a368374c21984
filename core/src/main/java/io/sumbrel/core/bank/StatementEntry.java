package io.sumbrel.core.bank;

import io.sumbrel.core.remittance.RemittanceDetail;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Optional;

/**
 * One line of a bank statement, as the file states it (ISO 20022: entry), or one transaction of an
 * entry that sums up several.
 *
 * @param place where it stands in the file: 1-based line
 * @param amountMinor signed, in minor units of the account's currency: in above zero, out below
 * @param text what the bank sent, in pieces as they came
 * @param references numbers of documents that the file states as such
 * @param details what the payer says it covers, with amounts; empty unless the file says it for all
 * @param reversal present when the bank takes an earlier booking back
 * @param batch the bank's reference of the one sum that this transaction is a part of
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
    Method method,
    List<String> text,
    List<String> references,
    List<RemittanceDetail> details,
    Optional<Reversal> reversal,
    Optional<String> batch) {

  /** Only booked entries count; the others are shown. */
  public enum Status {
    BOOKED,
    PENDING,
    INFORMATION
  }

  public StatementEntry {
    Objects.requireNonNull(bookingDate);
    Objects.requireNonNull(valueDate);
    Objects.requireNonNull(status);
    Objects.requireNonNull(method);
    text = List.copyOf(text);
    references = List.copyOf(references);
    details = List.copyOf(details);
  }

  /** Whether it moves money: booked, and not of 0.00. */
  public boolean isBooked() {
    return status == Status.BOOKED && amountMinor != 0;
  }

  /**
   * Begins an entry; what is not said stays empty.
   *
   * @param place 1-based line
   */
  public static Builder at(int place, LocalDate bookingDate, long amountMinor) {
    return new Builder(place, bookingDate, amountMinor);
  }

  /** An entry that is being read, piece by piece. */
  public static final class Builder {
    private final int place;
    private final LocalDate bookingDate;
    private final long amountMinor;
    private LocalDate valueDate;
    private Status status = Status.BOOKED;
    private String bankReference = "";
    private Optional<String> payerName = Optional.empty();
    private Optional<String> payerAccount = Optional.empty();
    private Method method = Method.OTHER;
    private final List<String> text = new ArrayList<>();
    private final List<String> references = new ArrayList<>();
    private final List<RemittanceDetail> details = new ArrayList<>();
    private Optional<Reversal> reversal = Optional.empty();
    private Optional<String> batch = Optional.empty();

    private Builder(int place, LocalDate bookingDate, long amountMinor) {
      this.place = place;
      this.bookingDate = bookingDate;
      this.valueDate = bookingDate;
      this.amountMinor = amountMinor;
    }

    public Builder value(LocalDate date) {
      valueDate = date;
      return this;
    }

    public Builder status(Status is) {
      status = is;
      return this;
    }

    public Builder reference(String ofBank) {
      bankReference = ofBank;
      return this;
    }

    public Builder payer(Optional<String> name, Optional<String> account) {
      payerName = name.map(String::strip).filter(n -> !n.isEmpty());
      payerAccount = account.map(String::strip).filter(a -> !a.isEmpty());
      return this;
    }

    public Builder method(Method how) {
      method = how;
      return this;
    }

    /** Adds a piece of text; blank ones and repetitions are left out. */
    public Builder text(String piece) {
      String stripped = piece.strip();
      if (!stripped.isEmpty() && !text.contains(stripped)) {
        text.add(stripped);
      }
      return this;
    }

    /** Adds the number of a document, as text too. */
    public Builder document(String number) {
      references.add(number.strip());
      return text(number);
    }

    /** Says how much is paid on a document. */
    public Builder detail(RemittanceDetail detail) {
      details.add(detail);
      return this;
    }

    public Builder reverses(String originalReference) {
      reversal = Optional.of(new Reversal(originalReference));
      return this;
    }

    public Builder partOf(String batchReference) {
      batch = Optional.of(batchReference);
      return this;
    }

    public StatementEntry build() {
      return new StatementEntry(
          place,
          bookingDate,
          valueDate,
          amountMinor,
          status,
          bankReference,
          payerName,
          payerAccount,
          method,
          text,
          references,
          details,
          reversal,
          batch);
    }
  }
}
