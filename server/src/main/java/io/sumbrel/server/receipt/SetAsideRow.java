package io.sumbrel.server.receipt;

import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.core.receipt.SetAside;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.LocalDate;

@Entity
@Table(name = "set_aside")
class SetAsideRow {
  @Id Long moneyInId;
  long booksId;

  @Enumerated(EnumType.STRING)
  SetAside.Reason reason;

  String note;
  String person;
  LocalDate setOn;

  /** Not any more once it is brought back. */
  boolean isSet;

  SetAside toFact() {
    return new SetAside(new MoneyInId(moneyInId), reason, note);
  }
}
