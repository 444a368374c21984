package io.sumbrel.server.arrivals;

import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.formats.FileKind;
import io.sumbrel.formats.TextLines;
import io.sumbrel.server.persistence.Column;
import io.sumbrel.server.persistence.FileStore;
import io.sumbrel.server.persistence.StoredFile;
import io.sumbrel.server.receipt.Unclaimed;
import jakarta.persistence.EntityManager;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** What came in, by file, and the originals. */
@Component
public class Arrivals {
  private static final int LINES_AROUND = 12;
  private static final int MAX_LINE = 2_000;

  private final EntityManager entities;
  private final FileStore store;
  private final ArrivedFiles files;
  private final Unclaimed unclaimed;

  Arrivals(EntityManager entities, FileStore store, ArrivedFiles files, Unclaimed unclaimed) {
    this.entities = entities;
    this.store = store;
    this.files = files;
    this.unclaimed = unclaimed;
  }

  /** What an accepted file stated, for the proof. */
  public record Intake(
      long arrivalId,
      String title,
      FileKind.Use use,
      int statedCount,
      long statedMinor,
      int knownCount,
      long knownMinor) {}

  @Transactional(readOnly = true)
  List<ArrivalView> all(long booksId) {
    Map<Long, Long> inPile = unclaimed.inPileByFile(booksId);
    return entities
        .createQuery(
            """
            from ArrivalRow where booksId = :b and state not in (DROPPED, WITHDRAWN)
              and kind <> 'RECEIPT_BY_HAND'
            order by arrivedAt desc, id desc
            """,
            ArrivalRow.class)
        .setParameter("b", booksId)
        .setMaxResults(200)
        .getResultStream()
        .map(r -> r.toView(inPile.getOrDefault(r.id, 0L)))
        .toList();
  }

  /** A file by its id, taken out or not. */
  @Transactional(readOnly = true)
  ArrivalView one(long booksId, long arrivalId) {
    return row(booksId, arrivalId)
        .toView(unclaimed.inPileByFile(booksId).getOrDefault(arrivalId, 0L));
  }

  /** A file by its id, for the trail. */
  @Transactional(readOnly = true)
  public ArrivalView find(long booksId, long arrivalId) {
    return row(booksId, arrivalId).toView(0);
  }

  @Transactional(readOnly = true)
  StoredFile original(long booksId, long arrivalId) {
    ArrivalRow row = row(booksId, arrivalId);
    if (row.state == ArrivalState.REFUSED || row.state == ArrivalState.KNOWN) {
      throw new Refusal("not-found", "Nothing of " + row.fileName + " was stored.");
    }
    return store.file(row.hash);
  }

  /** Lines of the original around a place, as they stand in the file. */
  record SourceLine(int line, String text) {}

  /**
   * @param near a text of the entry that is meant: of a line that is too long to be shown, such as
   *     a whole file in one, the part around it is shown
   * @param nth which of the places where the text stands is meant, from 0
   */
  @Transactional(readOnly = true)
  List<SourceLine> lines(long booksId, long arrivalId, int around, String near, int nth) {
    List<SourceLine> lines = new ArrayList<>();
    try (InputStream read =
        files.text(booksId, original(booksId, arrivalId), row(booksId, arrivalId).csvLayoutId)) {
      TextLines text = new TextLines(read);
      for (var next = text.next();
          next.isPresent() && text.number() <= around + LINES_AROUND;
          next = text.next()) {
        if (text.number() >= around - LINES_AROUND) {
          String line = next.get();
          boolean meant = text.number() == around && !near.isEmpty();
          lines.add(
              new SourceLine(
                  text.number(), meant ? partOf(line, near, nth) : Column.cut(line, MAX_LINE)));
        }
      }
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    return lines;
  }

  private static String partOf(String line, String near, int nth) {
    int at = line.indexOf(near);
    for (int i = 0; i < nth && at >= 0; i++) {
      int next = line.indexOf(near, at + 1);
      at = next < 0 ? at : next;
    }
    if (line.length() <= MAX_LINE || at < MAX_LINE / 2) {
      return Column.cut(line, MAX_LINE);
    }
    int from = at - MAX_LINE / 3;
    from += Character.isLowSurrogate(line.charAt(from)) ? 1 : 0;
    return "…" + Column.cut(line.substring(from), MAX_LINE);
  }

  /** Accepted files, from one on, with what they stated. */
  @Transactional(readOnly = true)
  public List<Intake> intakes(long booksId, long first) {
    return entities
        .createQuery(
            "from ArrivalRow where booksId = :b and id >= :first and state = ACCEPTED order by id",
            ArrivalRow.class)
        .setParameter("b", booksId)
        .setParameter("first", first)
        .getResultStream()
        .map(
            r ->
                new Intake(
                    r.id,
                    r.title + " (" + r.fileName + ")",
                    r.fileKind().use(),
                    r.statedCount,
                    r.statedMinor,
                    r.knownCount,
                    r.knownMinor))
        .toList();
  }

  ArrivalRow row(long booksId, long arrivalId) {
    ArrivalRow row = entities.find(ArrivalRow.class, arrivalId);
    if (row == null || row.booksId != booksId) {
      throw new Refusal("not-found", "There is no such file.");
    }
    return row;
  }
}
