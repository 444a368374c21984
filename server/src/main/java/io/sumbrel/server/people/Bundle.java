package io.sumbrel.server.people;

import java.util.Arrays;
import java.util.EnumSet;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

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

  /** The bundle that holds just these. */
  public static Optional<Bundle> of(Set<Right> rights) {
    return Arrays.stream(values()).filter(b -> b.rights.equals(rights)).findFirst();
  }

  /** What somebody may do, in words. */
  public static String words(Set<Right> rights) {
    return of(rights)
        .map(b -> b.name().toLowerCase(Locale.ROOT))
        .orElseGet(
            () ->
                rights.isEmpty()
                    ? "nothing"
                    : rights.stream().sorted().map(Right::words).collect(Collectors.joining(", ")));
  }
}
