package io.sumbrel.server.responsible;

import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import jakarta.persistence.IdClass;
import jakarta.persistence.Table;
import java.io.Serializable;

/** Who looks after something; without a row it is nobody's. */
@Entity
@Table(name = "responsible")
@IdClass(ResponsibleRow.Key.class)
class ResponsibleRow {
  record Key(LookedAfter subject, long subjectId) implements Serializable {}

  @Id
  @Enumerated(EnumType.STRING)
  LookedAfter subject;

  @Id long subjectId;
  long booksId;
  long personId;
}
