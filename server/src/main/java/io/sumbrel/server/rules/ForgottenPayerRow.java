package io.sumbrel.server.rules;

import io.sumbrel.core.party.CustomerId;
import io.sumbrel.core.rules.ForgottenPayer;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.IdClass;
import jakarta.persistence.Table;
import java.io.Serializable;

@Entity
@Table(name = "forgotten_payer")
@IdClass(ForgottenPayerRow.Key.class)
class ForgottenPayerRow {
  record Key(long booksId, String payer, boolean byAccount, long customerId)
      implements Serializable {
    static Key of(long booksId, ForgottenPayer f) {
      return new Key(booksId, f.payer(), f.byAccount(), f.customer().number());
    }
  }

  @Id long booksId;
  @Id String payer;
  @Id boolean byAccount;
  @Id long customerId;

  static ForgottenPayerRow of(Key key) {
    ForgottenPayerRow row = new ForgottenPayerRow();
    row.booksId = key.booksId();
    row.payer = key.payer();
    row.byAccount = key.byAccount();
    row.customerId = key.customerId();
    return row;
  }

  ForgottenPayer toFact() {
    return new ForgottenPayer(payer, byAccount, new CustomerId(customerId));
  }
}
