package io.sumbrel.server.people;

import jakarta.persistence.EntityManager;
import java.util.Optional;
import java.util.Set;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Rights that one supervisor gave and another has not released yet. */
@Component
public class RightsAsked {
  private final EntityManager entities;

  RightsAsked(EntityManager entities) {
    this.entities = entities;
  }

  /** What somebody is to hold, and who said so. */
  public record Asked(Set<Right> rights, long askedBy) {}

  @Transactional(readOnly = true)
  public Optional<Asked> of(long personId) {
    return Optional.ofNullable(entities.find(RightsAskedRow.class, personId))
        .map(r -> new Asked(Right.read(r.rights), r.askedBy));
  }

  /** They wait from now on; what waited before for this person does not any more. */
  @Transactional(propagation = Propagation.MANDATORY)
  public void ask(long personId, Set<Right> rights, long askedBy) {
    RightsAskedRow row = new RightsAskedRow();
    row.personId = personId;
    row.rights = Right.written(rights);
    row.askedBy = askedBy;
    entities.merge(row);
    entities.flush();
  }

  @Transactional(propagation = Propagation.MANDATORY)
  public void drop(long personId) {
    RightsAskedRow row = entities.find(RightsAskedRow.class, personId);
    if (row != null) {
      entities.remove(row);
      entities.flush();
    }
  }
}
