package io.sumbrel.server.chart;

import io.sumbrel.core.ledger.AccountCode;
import io.sumbrel.core.ledger.AccountUse;
import io.sumbrel.core.ledger.LedgerAccount;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import jakarta.persistence.IdClass;
import jakarta.persistence.Table;
import java.io.Serializable;

@Entity
@Table(name = "ledger_account")
@IdClass(LedgerAccountRow.Key.class)
class LedgerAccountRow {
  record Key(long booksId, String code) implements Serializable {}

  @Id long booksId;
  @Id String code;
  String ownNumber;
  String name;

  @Enumerated(EnumType.STRING)
  AccountUse accountUse;

  boolean retired;

  static LedgerAccountRow of(long booksId, LedgerAccount account) {
    LedgerAccountRow row = new LedgerAccountRow();
    row.booksId = booksId;
    row.code = account.code().code();
    row.ownNumber = account.number();
    row.name = account.name();
    row.accountUse = account.use();
    row.retired = account.retired();
    return row;
  }

  LedgerAccount toFact() {
    return new LedgerAccount(new AccountCode(code), ownNumber, name, accountUse, retired);
  }
}
