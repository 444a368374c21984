package io.sumbrel.server.ledger;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;

@Entity
@Table(name = "recorded_claim")
class RecordedClaimRow {
  @Id Long recordedId;
  long postingId;
}
