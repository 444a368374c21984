package io.sumbrel.server.month;

import io.sumbrel.core.ledger.AccountCode;
import io.sumbrel.core.proof.BankReconciliation;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.IdClass;
import jakarta.persistence.Table;
import java.io.Serializable;
import java.time.LocalDate;
import java.util.List;

@Entity
@Table(name = "month_figure")
@IdClass(MonthFigureRow.Key.class)
class MonthFigureRow {
  record Key(long booksId, String monthCode, long bankAccountId) implements Serializable {}

  @Id long booksId;
  @Id String monthCode;
  @Id long bankAccountId;
  long statementMinor;
  long unexplainedMinor;
  long ledgerMinor;

  BankReconciliation toFact(AccountCode account, LocalDate day) {
    return new BankReconciliation(account, day, statementMinor, unexplainedMinor, ledgerMinor);
  }

  List<Object> said() {
    return List.of(bankAccountId, statementMinor, unexplainedMinor, ledgerMinor);
  }

  static MonthFigureRow of(
      long booksId, String month, long bankAccountId, BankReconciliation figures) {
    MonthFigureRow row = new MonthFigureRow();
    row.booksId = booksId;
    row.monthCode = month;
    row.bankAccountId = bankAccountId;
    row.statementMinor = figures.statementMinor();
    row.unexplainedMinor = figures.unexplainedMinor();
    row.ledgerMinor = figures.ledgerMinor();
    return row;
  }
}
