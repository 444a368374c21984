package io.sumbrel.server.ledger;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;

@Entity
@Table(name = "claim")
class ClaimRow {
  @Id Long moneyInId;
  long postingId;
}
