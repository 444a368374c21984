package io.sumbrel.server.people;

import io.sumbrel.core.proof.ActorKind;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.util.Set;

@Entity
@Table(name = "person")
class PersonRow {
  @Id Long id;
  long booksId;
  String name;

  /** Empty until the person has set one. */
  String passwordHash = "";

  String rights;
  boolean locked;

  Set<Right> mayDo() {
    return Right.read(rights);
  }

  boolean mayEnter() {
    return !locked && !rights.isEmpty();
  }

  Actor toActor() {
    return new Actor(booksId, id, name, mayDo(), ActorKind.PERSON);
  }
}
