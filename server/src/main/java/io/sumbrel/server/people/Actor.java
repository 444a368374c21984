package io.sumbrel.server.people;

import io.sumbrel.core.difference.Authority;
import java.io.Serializable;

/** Who acts, and in which set of books. */
public record Actor(long booksId, long personId, String name, Bundle bundle)
    implements Serializable {

  public boolean may(Right right) {
    return bundle.rights().contains(right);
  }

  /** Whose limits hold. */
  public Authority authority() {
    return may(Right.APPROVE) ? Authority.SUPERVISOR : Authority.CLERK;
  }
}
