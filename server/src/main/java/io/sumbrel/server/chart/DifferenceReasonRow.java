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
import java.util.Map;

@Entity
@Table(name = "difference_reason")
@IdClass(DifferenceReasonRow.Key.class)
class DifferenceReasonRow {
  record Key(long booksId, String code) implements Serializable {}

  /** Adjustment reasons of X12, data element 426; from memory. */
  private static final Map<String, String> CODES =
      Map.of(
          DifferenceReason.PRICE.code(), "X12:01",
          DifferenceReason.DAMAGE.code(), "X12:04",
          DifferenceReason.QUANTITY.code(), "X12:06",
          DifferenceReason.RETURNED_GOODS.code(), "X12:11");

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

  static DifferenceReasonRow of(long booksId, int place, DifferenceReason reason) {
    DifferenceReasonRow row = new DifferenceReasonRow();
    row.booksId = booksId;
    row.code = reason.code();
    row.place = place;
    row.words = reason.words();
    row.side = reason.side();
    row.accountCode = reason.account().code();
    row.tax = reason.tax();
    row.codes = CODES.getOrDefault(reason.code(), "");
    return row;
  }

  DifferenceReason toFact() {
    return new DifferenceReason(code, words, side, new AccountCode(accountCode), tax);
  }
}
