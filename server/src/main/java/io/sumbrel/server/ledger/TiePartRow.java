package io.sumbrel.server.ledger;

import io.sumbrel.core.deposit.RecordedId;
import io.sumbrel.core.deposit.Tie;
import io.sumbrel.core.deposit.TieReason;
import io.sumbrel.core.ledger.AccountCode;
import io.sumbrel.core.openitem.ItemId;
import io.sumbrel.core.party.CustomerId;
import io.sumbrel.core.receipt.MoneyInId;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import jakarta.persistence.IdClass;
import jakarta.persistence.Table;
import java.io.Serializable;
import java.util.ArrayList;
import java.util.Currency;
import java.util.List;
import java.util.Optional;
import org.hibernate.annotations.Immutable;

/** An entry, a record, or the difference of a tie. */
@Entity
@Immutable
@Table(name = "tie_part")
@IdClass(TiePartRow.Key.class)
class TiePartRow {
  record Key(long postingId, int lineNumber) implements Serializable {}

  @Id long postingId;
  @Id int lineNumber;
  Long moneyInId;
  Long recordedId;

  @Enumerated(EnumType.STRING)
  TieReason reason;

  /** What a wrongly read cheque paid, and whose it is. */
  Long itemId;

  Long customerId;

  String accountCode;
  String currency;
  long amountMinor;

  static List<TiePartRow> of(long postingId, Tie tie) {
    List<TiePartRow> rows = new ArrayList<>();
    for (Tie.Entry entry : tie.entries()) {
      rows.add(row(postingId, rows.size() + 1, tie, tie.bank(), entry.amountMinor()));
      rows.get(rows.size() - 1).moneyInId = entry.id().number();
    }
    for (Tie.Record record : tie.records()) {
      rows.add(row(postingId, rows.size() + 1, tie, record.standsOn(), record.amountMinor()));
      rows.get(rows.size() - 1).recordedId = record.id().number();
    }
    tie.reason()
        .ifPresent(
            reason -> {
              AccountCode account = reason.account().code();
              rows.add(row(postingId, rows.size() + 1, tie, account, tie.differenceMinor()));
              TiePartRow row = rows.get(rows.size() - 1);
              row.reason = reason;
              row.itemId = tie.corrected().map(c -> c.item().number()).orElse(null);
              row.customerId = tie.corrected().map(c -> c.customer().number()).orElse(null);
            });
    return rows;
  }

  private static TiePartRow row(
      long postingId, int number, Tie tie, AccountCode account, long minor) {
    TiePartRow row = new TiePartRow();
    row.postingId = postingId;
    row.lineNumber = number;
    row.accountCode = account.code();
    row.currency = tie.currency().getCurrencyCode();
    row.amountMinor = minor;
    return row;
  }

  /** A stored tie, read back; entries come first. */
  static Tie toFact(List<TiePartRow> parts) {
    return new Tie(
        new AccountCode(parts.get(0).accountCode),
        Currency.getInstance(parts.get(0).currency),
        parts.stream()
            .filter(p -> p.moneyInId != null)
            .map(p -> new Tie.Entry(new MoneyInId(p.moneyInId), p.amountMinor))
            .toList(),
        parts.stream()
            .filter(p -> p.recordedId != null)
            .map(
                p ->
                    new Tie.Record(
                        new RecordedId(p.recordedId),
                        new AccountCode(p.accountCode),
                        p.amountMinor))
            .toList(),
        parts.stream().flatMap(p -> Optional.ofNullable(p.reason).stream()).findFirst(),
        parts.stream()
            .filter(p -> p.itemId != null)
            .map(p -> new Tie.Corrected(new ItemId(p.itemId), new CustomerId(p.customerId)))
            .findFirst());
  }
}
