package io.sumbrel.server.ledger;

import io.sumbrel.core.deposit.RecordedId;
import io.sumbrel.core.deposit.Slip;
import io.sumbrel.core.deposit.SlipLine;
import io.sumbrel.core.deposit.Tie;
import io.sumbrel.core.ledger.AccountCode;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.IdClass;
import jakarta.persistence.Table;
import java.io.Serializable;
import java.util.ArrayList;
import java.util.Currency;
import java.util.List;
import org.hibernate.annotations.Immutable;

/** The slip that a posting hands in, one of its receipts, or one of its lines. */
@Entity
@Immutable
@Table(name = "slip_part")
@IdClass(SlipPartRow.Key.class)
class SlipPartRow {
  private static final String SLIP = "SLIP";
  private static final String RECEIPT = "RECEIPT";

  record Key(long postingId, int lineNumber) implements Serializable {}

  @Id long postingId;
  @Id int lineNumber;

  /** What it is: the slip, a receipt, or the kind of a line. */
  String part;

  Long recordedId;
  String accountCode;
  String currency;
  long amountMinor;

  /** The number of the slip; the words of a line. */
  String note;

  static List<SlipPartRow> of(long postingId, Slip slip) {
    List<SlipPartRow> rows = new ArrayList<>();
    rows.add(row(SLIP, slip.id(), slip.bank(), slip.netMinor(), slip.number()));
    slip.receipts().forEach(r -> rows.add(row(RECEIPT, r.id(), r.standsOn(), r.amountMinor(), "")));
    slip.lines()
        .forEach(l -> rows.add(row(l.kind().name(), null, l.account(), l.amountMinor(), l.note())));
    for (SlipPartRow row : rows) {
      row.postingId = postingId;
      row.lineNumber = rows.indexOf(row) + 1;
      row.currency = slip.currency().getCurrencyCode();
    }
    return rows;
  }

  private static SlipPartRow row(
      String part, RecordedId recorded, AccountCode account, long minor, String note) {
    SlipPartRow row = new SlipPartRow();
    row.part = part;
    row.recordedId = recorded == null ? null : recorded.number();
    row.accountCode = account.code();
    row.amountMinor = minor;
    row.note = note;
    return row;
  }

  /** A stored slip, read back; it comes first. */
  static Slip toFact(List<SlipPartRow> parts) {
    SlipPartRow slip = parts.get(0);
    List<Tie.Record> receipts = new ArrayList<>();
    List<SlipLine> lines = new ArrayList<>();
    for (SlipPartRow part : parts.subList(1, parts.size())) {
      AccountCode account = new AccountCode(part.accountCode);
      if (part.part.equals(RECEIPT)) {
        receipts.add(new Tie.Record(new RecordedId(part.recordedId), account, part.amountMinor));
      } else {
        SlipLine.Kind kind = SlipLine.Kind.valueOf(part.part);
        lines.add(new SlipLine(kind, account, part.amountMinor, part.note));
      }
    }
    return new Slip(
        new RecordedId(slip.recordedId),
        slip.note,
        new AccountCode(slip.accountCode),
        Currency.getInstance(slip.currency),
        receipts,
        lines);
  }
}
