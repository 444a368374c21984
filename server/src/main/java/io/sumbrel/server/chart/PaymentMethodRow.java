package io.sumbrel.server.chart;

import io.sumbrel.core.deposit.MemberKind;
import io.sumbrel.core.deposit.PaymentMethod;
import io.sumbrel.core.ledger.AccountCode;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import jakarta.persistence.IdClass;
import jakarta.persistence.Table;
import java.io.Serializable;

@Entity
@Table(name = "payment_method")
@IdClass(PaymentMethodRow.Key.class)
class PaymentMethodRow {
  record Key(long booksId, String code) implements Serializable {}

  @Id long booksId;
  @Id String code;
  int place;
  String words;

  @Enumerated(EnumType.STRING)
  MemberKind kind;

  String holdingCode;

  static PaymentMethodRow of(long booksId, int place, PaymentMethod method) {
    PaymentMethodRow row = new PaymentMethodRow();
    row.booksId = booksId;
    row.code = method.code();
    row.place = place;
    row.words = method.words();
    row.kind = method.kind();
    row.holdingCode = method.holding().code();
    return row;
  }

  PaymentMethod toFact() {
    return new PaymentMethod(code, words, kind, new AccountCode(holdingCode));
  }
}
