package io.sumbrel.server.ledger;

import io.sumbrel.core.deposit.MemberKind;
import io.sumbrel.core.deposit.RecordedId;
import io.sumbrel.core.deposit.Tie;
import io.sumbrel.core.ledger.AccountCode;
import io.sumbrel.core.payout.Payout;
import io.sumbrel.core.receipt.MoneyInId;
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

/** The payout that a posting is for, one of its rows, or a receipt that some of them are. */
@Entity
@Immutable
@Table(name = "payout_part")
@IdClass(PayoutPartRow.Key.class)
class PayoutPartRow {
  private static final String PAYOUT = "PAYOUT";
  private static final String RECEIPT = "RECEIPT";

  record Key(long postingId, int lineNumber) implements Serializable {}

  @Id long postingId;
  @Id int lineNumber;

  /** What it is: the payout, a receipt, or the kind of a row. */
  String part;

  Long recordedId;
  Long moneyInId;
  String accountCode;
  String taxCode;
  String taxAccountCode;
  Long taxMinor;
  String currency;
  long amountMinor;

  /** The payout's own, or the processor's for a sale. */
  String number;

  static List<PayoutPartRow> of(long postingId, Payout payout) {
    List<PayoutPartRow> rows = new ArrayList<>();
    PayoutPartRow whole = row(PAYOUT, payout.movedMinor(), payout.reference());
    whole.recordedId = payout.id().number();
    whole.accountCode = payout.balance().code();
    rows.add(whole);
    for (Payout.Part part : payout.parts()) {
      PayoutPartRow row = row(part.kind().name(), part.amountMinor(), part.number());
      row.moneyInId = part.money().map(MoneyInId::number).orElse(null);
      row.accountCode = part.account().map(AccountCode::code).orElse(null);
      row.taxCode = part.tax().map(TaxPart::code).orElse(null);
      row.taxAccountCode = part.tax().map(t -> t.account().code()).orElse(null);
      row.taxMinor = part.tax().map(TaxPart::minor).orElse(null);
      rows.add(row);
    }
    for (Tie.Record receipt : payout.receipts()) {
      PayoutPartRow row = row(RECEIPT, receipt.amountMinor(), "");
      row.recordedId = receipt.id().number();
      row.accountCode = receipt.standsOn().code();
      rows.add(row);
    }
    for (int i = 0; i < rows.size(); i++) {
      rows.get(i).postingId = postingId;
      rows.get(i).lineNumber = i + 1;
      rows.get(i).currency = payout.currency().getCurrencyCode();
    }
    return rows;
  }

  private static PayoutPartRow row(String part, long minor, String number) {
    PayoutPartRow row = new PayoutPartRow();
    row.part = part;
    row.amountMinor = minor;
    row.number = number;
    return row;
  }

  /** A stored payout, read back; it comes first. */
  static Payout toFact(List<PayoutPartRow> stored) {
    PayoutPartRow whole = stored.get(0);
    List<Payout.Part> parts = new ArrayList<>();
    List<Tie.Record> receipts = new ArrayList<>();
    for (PayoutPartRow row : stored.subList(1, stored.size())) {
      if (row.part.equals(RECEIPT)) {
        receipts.add(
            new Tie.Record(
                new RecordedId(row.recordedId), new AccountCode(row.accountCode), row.amountMinor));
      } else {
        parts.add(row.toPart());
      }
    }
    return new Payout(
        new RecordedId(whole.recordedId),
        whole.number,
        Currency.getInstance(whole.currency),
        new AccountCode(whole.accountCode),
        parts,
        receipts);
  }

  Payout.Part toPart() {
    return new Payout.Part(
        MemberKind.valueOf(part),
        number,
        Optional.ofNullable(moneyInId).map(MoneyInId::new),
        amountMinor,
        Optional.ofNullable(accountCode).map(AccountCode::new),
        Optional.ofNullable(taxCode)
            .map(code -> new TaxPart(code, new AccountCode(taxAccountCode), taxMinor)));
  }
}
