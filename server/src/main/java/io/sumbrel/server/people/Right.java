package io.sumbrel.server.people;

import java.util.Arrays;
import java.util.EnumSet;
import java.util.Set;
import java.util.stream.Collectors;

/** One thing that a person may do. */
public enum Right {
  READ("see"),
  BRING_IN("bring files in and record"),
  POST("post"),
  APPROVE("release as second person"),
  RULES("lay down rules and limits"),
  SET_UP("set the house up"),
  CLOSE_MONTHS("close months");

  private final String words;

  Right(String words) {
    this.words = words;
  }

  public String words() {
    return words;
  }

  /** As they are kept: their names with blanks between. */
  static String written(Set<Right> rights) {
    return rights.stream().sorted().map(Right::name).collect(Collectors.joining(" "));
  }

  static Set<Right> read(String written) {
    Set<Right> rights = EnumSet.noneOf(Right.class);
    Arrays.stream(written.split(" "))
        .filter(w -> !w.isEmpty())
        .map(Right::valueOf)
        .forEach(rights::add);
    return rights;
  }
}
