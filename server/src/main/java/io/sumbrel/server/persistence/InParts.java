package io.sumbrel.server.persistence;

import jakarta.persistence.Query;
import java.util.Collection;
import java.util.Collections;
import java.util.List;
import java.util.function.Consumer;
import java.util.stream.Stream;

/**
 * Asks for very many rows by their names, a part at a time: the embedded database holds every row
 * that it found against the whole list once more.
 */
public final class InParts {
  private static final int AT_ONCE = 100;

  /** So many ids that lie close together are read as one span. */
  private static final int IN_A_SPAN = 1_000;

  /** With more strangers between them than this for each, ids are asked for by name. */
  private static final int APART = 3;

  private InParts() {}

  /** Each part in the order of the collection; none where it is empty. */
  public static <T> void of(Collection<T> all, Consumer<List<T>> each) {
    cut(List.copyOf(all), AT_ONCE, each);
  }

  private static <T> void cut(List<T> list, int size, Consumer<List<T>> each) {
    for (int from = 0; from < list.size(); from += size) {
      each.accept(list.subList(from, Math.min(list.size(), from + size)));
    }
  }

  /**
   * Some ids, rising.
   *
   * @param isSpan whether they lie so close together that all between the first and the last are
   *     read, and strangers left out
   */
  public record Ids(List<Long> ids, boolean isSpan) {

    /** What follows {@code where}, about a column. */
    public String condition(String column) {
      return column + (isSpan ? " between :first and :last" : " in :ids");
    }

    /** The query with its parameters. */
    public <Q extends Query> Q set(Q query) {
      if (isSpan) {
        query.setParameter("first", ids.get(0));
        query.setParameter("last", ids.get(ids.size() - 1));
      } else {
        query.setParameter("ids", ids);
      }
      return query;
    }

    public boolean has(Object id) {
      return Collections.binarySearch(ids, (Long) id) >= 0;
    }
  }

  /** Rows by their ids, a part at a time; what is made together lies together. */
  public static void ofIds(Stream<Long> all, Consumer<Ids> each) {
    cut(
        all.distinct().sorted().toList(),
        IN_A_SPAN,
        some -> {
          long span = some.get(some.size() - 1) - some.get(0);
          if (span < (long) some.size() * APART) {
            each.accept(new Ids(some, true));
          } else {
            cut(some, AT_ONCE, few -> each.accept(new Ids(few, false)));
          }
        });
  }
}
