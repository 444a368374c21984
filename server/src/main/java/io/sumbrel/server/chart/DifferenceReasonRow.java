package io.sumbrel.server.chart;

import io.sumbrel.core.difference.DifferenceReason;
import io.sumbrel.core.ledger.AccountCode;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import jakarta.persistence.IdClass;
import jakarta.persistence.Table;
import java.io.Serializable;
import java.util.List;

@Entity
@Table(name = "difference_reason")
@IdClass(DifferenceReasonRow.Key.class)
class DifferenceReasonRow {
  record Key(long booksId, String code) implements Serializable {}

  @Id long booksId;
  @Id String code;
  int place;
  String words;

  @Enumerated(EnumType.STRING)
  DifferenceReason.Side side;

  String accountCode;

  @Enumerated(EnumType.STRING)
  DifferenceReason.Tax tax;

  /** Codes of advices that mean it, with blanks between. */
  String codes;

  boolean retired;

  static DifferenceReasonRow of(long booksId, int place, DifferenceReason reason) {
    DifferenceReasonRow row = new DifferenceReasonRow();
    row.booksId = booksId;
    row.code = reason.code();
    row.place = place;
    row.words = reason.words();
    row.side = reason.side();
    row.accountCode = reason.account().code();
    row.tax = reason.tax();
    row.codes = String.join(" ", reason.codes());
    row.retired = reason.retired();
    return row;
  }

  DifferenceReason toFact() {
    return new DifferenceReason(
        code,
        words,
        side,
        new AccountCode(accountCode),
        tax,
        codes.isEmpty() ? List.of() : List.of(codes.split(" ")),
        retired);
  }
}
