package io.sumbrel.server.matching;

import io.sumbrel.core.receipt.PastPayment;
import io.sumbrel.server.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.Currency;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import org.hibernate.annotations.Immutable;

@Entity
@Immutable
@Table(name = "past_payment")
class PastPaymentRow {
  @Id Long id;
  long booksId;
  long arrivalId;
  int place;
  LocalDate paidOn;
  String payerName;
  String payerAccount;
  String currency;
  long amountMinor;
  String customerNumber;
  String items;
  long discountMinor;

  static PastPaymentRow of(PastPayment payment) {
    PastPaymentRow row = new PastPaymentRow();
    row.place = payment.place();
    row.paidOn = payment.date();
    row.payerName = payment.payerName().map(n -> Column.cut(n, 200)).orElse(null);
    row.payerAccount = payment.payerAccount().map(a -> Column.cut(a, 60)).orElse(null);
    row.currency = payment.currency().getCurrencyCode();
    row.amountMinor = payment.amountMinor();
    row.customerNumber = Column.cut(payment.customerNumber(), 40);
    row.items = Column.wholePieces(String.join(" ", payment.items()), ' ', 2000);
    row.discountMinor = payment.discountMinor();
    return row;
  }

  /** All that was brought of it. */
  void write(Consumer<Object> cells) {
    Arrays.asList(
            id,
            place,
            paidOn,
            payerName,
            payerAccount,
            currency,
            amountMinor,
            customerNumber,
            items,
            discountMinor)
        .forEach(cells);
  }

  PastPayment toFact() {
    return new PastPayment(
        place,
        paidOn,
        Optional.ofNullable(payerName),
        Optional.ofNullable(payerAccount),
        Currency.getInstance(currency),
        amountMinor,
        customerNumber,
        items.isEmpty() ? List.of() : List.of(items.split(" ")),
        discountMinor);
  }
}
