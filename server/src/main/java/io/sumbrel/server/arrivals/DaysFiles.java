package io.sumbrel.server.arrivals;

import io.sumbrel.core.openitem.ListComparison;
import io.sumbrel.core.openitem.ListScope;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.formats.FileKind;
import io.sumbrel.server.persistence.FileStore;
import jakarta.persistence.EntityManager;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/**
 * All files that wait, in the order in which they follow each other, to be accepted in one go:
 * lists of open items first, that what is paid is known; then by their days.
 */
@Component
class DaysFiles {
  private static final Comparator<ArrivalRow> ORDER =
      Comparator.comparing((ArrivalRow r) -> !isList(r))
          .thenComparing(r -> r.firstDay == null ? LocalDate.MAX : r.firstDay)
          .thenComparing(r -> r.id);

  private final EntityManager entities;
  private final ArrivedFiles files;
  private final FileStore store;
  private final ReadOpenItems openItems;

  DaysFiles(EntityManager entities, ArrivedFiles files, FileStore store, ReadOpenItems openItems) {
    this.entities = entities;
    this.files = files;
    this.store = store;
    this.openItems = openItems;
  }

  /**
   * A file that waits.
   *
   * @param lines what its lines are, in words: only what is alike is added up
   * @param lacking why it is not accepted with the others, as a sentence; empty when it adds up
   * @param follows whether it can be accepted once those before it are
   */
  record DayFile(ArrivalView file, String lines, String lacking, boolean follows) {}

  @Transactional(readOnly = true)
  List<DayFile> waiting(long booksId) {
    List<ArrivalRow> rows =
        entities
            .createQuery(
                "from ArrivalRow where booksId = :b and state in (WAITING, LAYOUT)",
                ArrivalRow.class)
            .setParameter("b", booksId)
            .getResultStream()
            .sorted(ORDER)
            .toList();
    Set<String> begun = new HashSet<>();
    List<DayFile> waiting = new ArrayList<>();
    for (ArrivalRow row : rows) {
      boolean follows = row.waitsForEarlier && begun.contains(row.account);
      DayFile file =
          new DayFile(
              row.toView(0), row.fileKind().use().lines(), follows ? "" : lacking(row), follows);
      waiting.add(file);
      if (file.lacking().isEmpty() && !row.account.isEmpty()) {
        begun.add(row.account);
      }
    }
    return waiting;
  }

  private String lacking(ArrivalRow row) {
    return switch (row.asks()) {
      case COLUMNS -> "Its columns are to be named.";
      case LOCKBOX -> "Its lockbox is to be set up.";
      case ACCOUNT -> "Its account is to be named.";
      case NOTHING -> row.refusal.isEmpty() && isList(row) ? disagreeing(row) : row.refusal;
    };
  }

  /** Where a list and the books disagree a person looks at it by itself. */
  private String disagreeing(ArrivalRow row) {
    try {
      ArrivedFile file = files.read(row.booksId, store.file(row.hash), row.csvLayoutId);
      long count =
          openItems
              .compared(row.booksId, file.items().orElseThrow(), ListScope.CHANGES_ONLY)
              .rows()
              .stream()
              .filter(ListComparison.Row::isQuestion)
              .count();
      return count == 0
          ? ""
          : "%d %s otherwise in our books: look at the list by itself."
              .formatted(count, count == 1 ? "row stands" : "rows stand");
    } catch (Refusal e) {
      return e.getMessage();
    }
  }

  private static boolean isList(ArrivalRow row) {
    return row.fileKind().use() == FileKind.Use.OPEN_ITEMS;
  }
}
