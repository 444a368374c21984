package io.sumbrel.server.openitem;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;

@Entity
@Table(name = "item_balance")
class ItemBalanceRow {
  @Id Long itemId;
  long totalMinor;
  long openMinor;
}
