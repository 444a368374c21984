package io.sumbrel.server.receipt;

import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.LocalDate;
import org.hibernate.annotations.Immutable;

/** A sum that no posting explains now; what is said of it is the same as there. */
@Entity
@Immutable
@Table(name = "unclaimed")
class UnclaimedRow {
  @Id Long moneyInId;
  long booksId;
  long arrivalId;
  Long bankAccountId;

  @Enumerated(EnumType.STRING)
  Standing standing;

  LocalDate bookingDate;
  long amountMinor;

  static UnclaimedRow of(MoneyInRow money) {
    UnclaimedRow row = new UnclaimedRow();
    row.moneyInId = money.id;
    row.booksId = money.booksId;
    row.arrivalId = money.arrivalId;
    row.bankAccountId = money.bankAccountId;
    row.standing = money.standing;
    row.bookingDate = money.bookingDate;
    row.amountMinor = money.amountMinor;
    return row;
  }
}
