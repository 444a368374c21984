package io.sumbrel.server.people;

import java.util.EnumSet;
import java.util.Set;

/** Rights that are given together. */
public enum Bundle {
  CLERK(EnumSet.of(Right.READ, Right.BRING_IN, Right.POST)),
  SUPERVISOR(EnumSet.allOf(Right.class)),
  READER(EnumSet.of(Right.READ));

  private final Set<Right> rights;

  Bundle(Set<Right> rights) {
    this.rights = rights;
  }

  public Set<Right> rights() {
    return rights;
  }
}
