package io.sumbrel.server.people;

import io.sumbrel.core.difference.Authority;
import io.sumbrel.core.proof.ActorKind;
import java.io.Serializable;
import java.util.Set;

/**
 * Who acts, and in which set of books: a person, a rule or a schedule.
 *
 * @param personId of the person, the rule or the schedule
 */
public record Actor(long booksId, long personId, String name, Set<Right> rights, ActorKind kind)
    implements Serializable {

  public Actor {
    rights = Set.copyOf(rights);
  }

  public Actor(long booksId, long personId, String name, Bundle bundle, ActorKind kind) {
    this(booksId, personId, name, bundle.rights(), kind);
  }

  public boolean may(Right right) {
    return rights.contains(right);
  }

  /** Whose limits hold. */
  public Authority authority() {
    return may(Right.APPROVE) ? Authority.SUPERVISOR : Authority.CLERK;
  }
}
