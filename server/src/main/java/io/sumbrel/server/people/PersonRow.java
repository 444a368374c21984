package io.sumbrel.server.people;

import io.sumbrel.core.proof.ActorKind;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import jakarta.persistence.Table;

@Entity
@Table(name = "person")
class PersonRow {
  @Id Long id;
  long booksId;
  String name;
  String passwordHash;

  @Enumerated(EnumType.STRING)
  Bundle bundle;

  Actor toActor() {
    return new Actor(booksId, id, name, bundle, ActorKind.PERSON);
  }
}
