package io.sumbrel.server.books;

import io.sumbrel.core.difference.DifferenceReason;
import io.sumbrel.core.ledger.AccountCode;
import io.sumbrel.core.openitem.ItemId;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.party.CustomerId;
import io.sumbrel.core.tape.LineKind;
import io.sumbrel.core.tape.ShortPayReason;
import io.sumbrel.core.tape.Tape;
import io.sumbrel.core.tape.TapeLine;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import jakarta.persistence.IdClass;
import jakarta.persistence.Table;
import java.io.Serializable;
import java.util.Optional;
import org.hibernate.annotations.Immutable;

@Entity
@Immutable
@Table(name = "tape_line")
@IdClass(TapeLineRow.Key.class)
class TapeLineRow {
  record Key(long postingId, int lineNumber) implements Serializable {}

  @Id long postingId;
  @Id int lineNumber;

  @Enumerated(EnumType.STRING)
  LineKind kind;

  long amountMinor;
  Long itemId;

  @Enumerated(EnumType.STRING)
  DifferenceReason reason;

  @Enumerated(EnumType.STRING)
  ShortPayReason shortPay;

  String accountCode;
  Long customerId;
  Long itemCustomerId;
  Long itemTotalMinor;
  Long itemTaxMinor;
  boolean agreed;

  static TapeLineRow of(long postingId, int number, Tape tape, TapeLine line) {
    TapeLineRow row = new TapeLineRow();
    row.postingId = postingId;
    row.lineNumber = number;
    row.kind = line.kind();
    row.amountMinor = line.amountMinor();
    row.itemId = line.item().map(ItemId::number).orElse(null);
    row.reason = line.reason().orElse(null);
    row.shortPay = line.shortPay().orElse(null);
    row.accountCode = line.account().map(AccountCode::code).orElse(null);
    row.agreed = tape.agreed().contains(line);
    row.customerId = line.customer().map(CustomerId::number).orElse(null);
    line.item()
        .ifPresent(
            i -> {
              OpenItem item = tape.items().get(i);
              row.itemCustomerId = item.customer().map(CustomerId::number).orElse(null);
              row.itemTotalMinor = item.totalMinor();
              row.itemTaxMinor = item.taxMinor().orElse(null);
            });
    return row;
  }

  TapeLine toFact() {
    return new TapeLine(
        kind,
        amountMinor,
        Optional.ofNullable(itemId).map(ItemId::new),
        Optional.ofNullable(reason),
        Optional.ofNullable(shortPay),
        Optional.ofNullable(accountCode).map(AccountCode::new),
        Optional.ofNullable(customerId).map(CustomerId::new));
  }

  /** An item as it was when the line was posted. */
  OpenItem itemThen(OpenItem now) {
    return new OpenItem(
        now.id(),
        now.kind(),
        Optional.ofNullable(itemCustomerId).map(CustomerId::new),
        now.number(),
        now.date(),
        now.due(),
        now.currency(),
        itemTotalMinor,
        itemTotalMinor,
        Optional.ofNullable(itemTaxMinor),
        now.orderNumber(),
        now.terms());
  }
}
