package io.sumbrel.server.ledger;

import io.sumbrel.core.posting.PostingKind;
import io.sumbrel.core.posting.PostingNumber;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import java.time.LocalDate;
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
  Long moneyInId;
  Long arrivalId;
  Long turnsBackId;
  long recordNumber;
  LocalDate actedOn;

  PostingNumber number() {
    return new PostingNumber(postingYear, postingNumber);
  }
}
