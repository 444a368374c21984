package io.sumbrel.server.ledger;

import io.sumbrel.core.openitem.ItemId;
import io.sumbrel.core.posting.ItemMovement;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import jakarta.persistence.IdClass;
import jakarta.persistence.Table;
import java.io.Serializable;
import org.hibernate.annotations.Immutable;

@Entity
@Immutable
@Table(name = "item_movement")
@IdClass(ItemMovementRow.Key.class)
class ItemMovementRow {
  record Key(long postingId, int lineNumber) implements Serializable {}

  @Id long postingId;
  @Id int lineNumber;
  long itemId;

  @Enumerated(EnumType.STRING)
  ItemMovement.Kind kind;

  long totalDelta;
  long openDelta;

  static ItemMovementRow of(long postingId, int number, ItemMovement movement) {
    ItemMovementRow row = new ItemMovementRow();
    row.postingId = postingId;
    row.lineNumber = number;
    row.itemId = movement.item().number();
    row.kind = movement.kind();
    row.totalDelta = movement.totalDelta();
    row.openDelta = movement.openDelta();
    return row;
  }

  ItemMovement toFact() {
    return new ItemMovement(new ItemId(itemId), kind, totalDelta, openDelta);
  }
}
