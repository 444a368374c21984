package io.sumbrel.server.books;

import jakarta.persistence.Entity;
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
  String name;
  String accountUse;

  static LedgerAccountRow of(long booksId, String code, String name, String use) {
    LedgerAccountRow row = new LedgerAccountRow();
    row.booksId = booksId;
    row.code = code;
    row.name = name;
    row.accountUse = use;
    return row;
  }
}
