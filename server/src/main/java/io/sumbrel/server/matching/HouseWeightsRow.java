package io.sumbrel.server.matching;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;

@Entity
@Table(name = "house_weights")
class HouseWeightsRow {
  @Id long booksId;
  String weights;
  String trial;
  Instant fittedAt;
  String fittedBy;
}
