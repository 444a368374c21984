package io.sumbrel.server.people;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;

@Entity
@Table(name = "rights_asked")
class RightsAskedRow {
  @Id Long personId;
  String rights;
  long askedBy;
}
