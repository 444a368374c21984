package io.sumbrel.core.deposit;

import io.sumbrel.core.receipt.MoneyIn;
import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.core.remittance.RemittanceDetail;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Currency;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Collectors;

/**
 * A cheque, a sale, a fee: one of the sums that make a deposit.
 *
 * @param place 1-based line of its file
 * @param amountMinor signed, in minor units: what it adds to the deposit
 * @param number the cheque's number, or the processor's name for the sale; may be empty
 * @param details what it is said to cover
 */
public record DepositMember(
    int place,
    MemberKind kind,
    LocalDate date,
    long amountMinor,
    String number,
    Optional<String> payerName,
    Optional<String> payerAccount,
    List<RemittanceDetail> details,
    String note) {

  public DepositMember {
    Objects.requireNonNull(kind);
    Objects.requireNonNull(date);
    Objects.requireNonNull(number);
    Objects.requireNonNull(note);
    details = List.copyOf(details);
    if (amountMinor == 0) {
      throw new IllegalArgumentException("a member of nothing in line " + place);
    }
  }

  /** What the details leave unsaid of the amount; zero where they add up or there are none. */
  public long unstatedMinor() {
    return details.isEmpty()
        ? 0
        : amountMinor - details.stream().mapToLong(RemittanceDetail::paidMinor).sum();
  }

  /** As a sum that must be explained by itself. */
  public MoneyIn toMoneyIn(MoneyInId id, Currency currency) {
    return new MoneyIn(
            id,
            currency,
            amountMinor,
            date,
            payerName,
            payerAccount,
            text(),
            details.stream().map(RemittanceDetail::number).toList())
        .stating(details);
  }

  /** All that is known of it in lines, as a person reads it and as numbers are looked for. */
  public String text() {
    List<String> lines = new ArrayList<>(payerName.stream().toList());
    if (!number.isEmpty()) {
      lines.add(kind.words() + " " + number);
    }
    if (!details.isEmpty()) {
      lines.add(details.stream().map(RemittanceDetail::number).collect(Collectors.joining(" ")));
    }
    if (!note.isEmpty()) {
      lines.add(note);
    }
    return lines.isEmpty() ? kind.words() : String.join("\n", lines);
  }
}
