package io.sumbrel.server.persistence;

import java.util.Collection;
import java.util.List;
import java.util.function.Consumer;

/**
 * Asks for very many rows by their names, a part at a time: the embedded database holds every row
 * that it found against the whole list once more.
 */
public final class InParts {
  private static final int AT_ONCE = 100;

  private InParts() {}

  /** Each part in the order of the collection; none where it is empty. */
  public static <T> void of(Collection<T> all, Consumer<List<T>> each) {
    List<T> list = List.copyOf(all);
    for (int from = 0; from < list.size(); from += AT_ONCE) {
      each.accept(list.subList(from, Math.min(list.size(), from + AT_ONCE)));
    }
  }
}
