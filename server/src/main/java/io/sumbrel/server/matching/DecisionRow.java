package io.sumbrel.server.matching;

import io.sumbrel.core.learning.Decision;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.util.Optional;
import org.hibernate.annotations.Immutable;

@Entity
@Immutable
@Table(name = "decision")
class DecisionRow {
  @Id long postingId;
  long booksId;

  @Enumerated(EnumType.STRING)
  Decision.Hand hand;

  @Enumerated(EnumType.STRING)
  Decision.Ground ground;

  int saidPerMillion;
  String lesson;

  Decision toFact() {
    return new Decision(hand, Optional.ofNullable(ground), saidPerMillion);
  }
}
