package io.sumbrel.server.ledger;

import io.sumbrel.core.ledger.AccountCode;
import io.sumbrel.core.ledger.StandardAccount;
import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.core.takings.Takings;
import io.sumbrel.core.tax.TaxPart;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.IdClass;
import jakarta.persistence.Table;
import java.io.Serializable;
import java.util.ArrayList;
import java.util.Currency;
import java.util.List;
import java.util.Optional;
import org.hibernate.annotations.Immutable;

/** The till whose takings a posting is for, one of its lines, or a receipt. */
@Entity
@Immutable
@Table(name = "takings_part")
@IdClass(TakingsPartRow.Key.class)
class TakingsPartRow {
  static final String TILL = "TILL";
  private static final String RECEIPT = "RECEIPT";

  record Key(long postingId, int lineNumber) implements Serializable {}

  @Id long postingId;
  @Id int lineNumber;

  /** What it is: the till, a receipt, or the kind of a line. */
  String part;

  Long moneyInId;
  String accountCode;
  String taxCode;
  String taxAccountCode;
  Long taxMinor;
  String currency;
  long amountMinor;

  /** The name of the till; the words of a line. */
  String note;

  static List<TakingsPartRow> of(long postingId, Takings takings) {
    List<TakingsPartRow> rows = new ArrayList<>();
    rows.add(row(TILL, StandardAccount.TILL_CASH.code(), takings.paidMinor(), takings.till()));
    for (Takings.Line line : takings.lines()) {
      TakingsPartRow row = row(line.kind().name(), line.account(), line.amountMinor(), line.note());
      row.taxCode = line.tax().map(TaxPart::code).orElse(null);
      row.taxAccountCode = line.tax().map(t -> t.account().code()).orElse(null);
      row.taxMinor = line.tax().map(TaxPart::minor).orElse(null);
      rows.add(row);
    }
    for (Takings.Receipt receipt : takings.receipts()) {
      TakingsPartRow row = row(RECEIPT, receipt.standsOn(), receipt.amountMinor(), "");
      row.moneyInId = receipt.money().number();
      rows.add(row);
    }
    for (int i = 0; i < rows.size(); i++) {
      rows.get(i).postingId = postingId;
      rows.get(i).lineNumber = i + 1;
      rows.get(i).currency = takings.currency().getCurrencyCode();
    }
    return rows;
  }

  private static TakingsPartRow row(String part, AccountCode account, long minor, String note) {
    TakingsPartRow row = new TakingsPartRow();
    row.part = part;
    row.accountCode = account.code();
    row.amountMinor = minor;
    row.note = note;
    return row;
  }

  /** Stored takings, read back; the till comes first. */
  static Takings toFact(List<TakingsPartRow> stored) {
    TakingsPartRow till = stored.get(0);
    List<Takings.Line> lines = new ArrayList<>();
    List<Takings.Receipt> receipts = new ArrayList<>();
    for (TakingsPartRow row : stored.subList(1, stored.size())) {
      AccountCode account = new AccountCode(row.accountCode);
      if (row.part.equals(RECEIPT)) {
        receipts.add(new Takings.Receipt(new MoneyInId(row.moneyInId), account, row.amountMinor));
      } else {
        lines.add(
            new Takings.Line(
                Takings.Kind.valueOf(row.part),
                account,
                Optional.ofNullable(row.taxCode)
                    .map(
                        code ->
                            new TaxPart(code, new AccountCode(row.taxAccountCode), row.taxMinor)),
                row.amountMinor,
                row.note));
      }
    }
    return new Takings(till.note, Currency.getInstance(till.currency), lines, receipts);
  }
}
