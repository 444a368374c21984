package io.sumbrel.server.ledger;

import io.sumbrel.core.posting.PostingKind;
import io.sumbrel.core.posting.PostingNumber;
import io.sumbrel.core.proof.ActorKind;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.List;
import org.hibernate.annotations.Immutable;

@Entity
@Immutable
@Table(name = "posting")
class PostingRow {
  @Id Long id;
  long booksId;
  int postingYear;
  int postingNumber;

  @Enumerated(EnumType.STRING)
  PostingKind kind;

  LocalDate postingDate;
  Instant postedAt;
  String actor;

  @Enumerated(EnumType.STRING)
  ActorKind actorKind;

  /** Who made it, where a second person posted it. */
  String maker;

  Long moneyInId;
  Long arrivalId;
  Long turnsBackId;
  long recordNumber;
  LocalDate actedOn;

  /** Who posted it and when, and from which file, for its hash. */
  List<Object> by() {
    return Arrays.asList(actorKind, actor, maker, postedAt.toEpochMilli(), actedOn, arrivalId);
  }

  PostingNumber number() {
    return new PostingNumber(postingYear, postingNumber);
  }
}
