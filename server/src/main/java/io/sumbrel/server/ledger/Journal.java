package io.sumbrel.server.ledger;

import io.sumbrel.core.ledger.JournalLine;
import io.sumbrel.core.posting.PostingNumber;
import jakarta.persistence.EntityManager;
import jakarta.persistence.TypedQuery;
import java.time.LocalDate;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** The journal, a page at a time, the newest entries first. */
@Component
public class Journal {
  /** So many lines of one entry are shown in a list; all of them stand in its trail. */
  private static final int MOST_LINES = 40;

  private static final String FOUND =
      """
      and (concat(cast(p.postingYear as string), '-', lpad(cast(p.postingNumber as string), 4, '0'))
          like :t escape '!'
        or exists (select 1 from JournalLineRow l left join CustomerRow c on c.id = l.customerId
          where l.postingId = p.id
            and (l.accountCode = :account or lower(c.name) like :t escape '!')))
      """;

  private final EntityManager entities;

  Journal(EntityManager entities) {
    this.entities = entities;
  }

  /**
   * A journal entry as a list shows it.
   *
   * @param kind in words
   * @param lines the first of its lines
   * @param more whether it has more
   */
  public record Entry(
      PostingNumber number, LocalDate date, String kind, List<JournalLine> lines, boolean more) {}

  /**
   * @param next where the page of older entries begins; empty when there are none
   */
  public record Page(List<Entry> entries, Optional<Long> next) {}

  /** How many entries there are: numbers have no gap. */
  @Transactional(readOnly = true)
  public long count(long booksId) {
    return entities
        .createQuery(
            "select coalesce(sum(lastNumber), 0) from JournalYearRow where booksId = :b",
            Long.class)
        .setParameter("b", booksId)
        .getSingleResult();
  }

  /**
   * @param before where the page begins; the newest when it is empty
   * @param find in the number or the name of a customer
   * @param account the code of the account that is called so
   */
  @Transactional(readOnly = true)
  public Page page(
      long booksId, Optional<Long> before, String find, Optional<String> account, int size) {
    TypedQuery<PostingRow> query =
        entities
            .createQuery(
                "from PostingRow p where p.booksId = :b and p.recordNumber < :before "
                    + (find.isBlank() ? "" : FOUND)
                    + " order by p.booksId desc, p.recordNumber desc",
                PostingRow.class)
            .setParameter("b", booksId)
            .setParameter("before", before.orElse(Long.MAX_VALUE))
            .setMaxResults(size + 1);
    if (!find.isBlank()) {
      query.setParameter("account", account.orElse(""));
      query.setParameter("t", like(find));
    }
    List<PostingRow> found = query.getResultList();
    List<PostingRow> rows = found.subList(0, Math.min(size, found.size()));
    Map<Long, List<JournalLine>> lines = firstLines(rows.stream().map(r -> r.id).toList());
    return new Page(
        rows.stream().map(r -> entry(r, lines.getOrDefault(r.id, List.of()))).toList(),
        found.size() > size ? Optional.of(rows.get(size - 1).recordNumber) : Optional.empty());
  }

  /** A list of open items is one entry with a line for each: only the first are read. */
  private Map<Long, List<JournalLine>> firstLines(List<Long> postings) {
    return postings.isEmpty()
        ? Map.of()
        : entities
            .createQuery(
                """
                from JournalLineRow where postingId in (:ids) and lineNumber <= :most + 1
                order by postingId, lineNumber
                """,
                JournalLineRow.class)
            .setParameter("ids", postings)
            .setParameter("most", MOST_LINES)
            .getResultStream()
            .collect(
                Collectors.groupingBy(
                    l -> l.postingId,
                    Collectors.mapping(JournalLineRow::toFact, Collectors.toList())));
  }

  private static Entry entry(PostingRow row, List<JournalLine> lines) {
    return new Entry(
        row.number(),
        row.postingDate,
        row.kind.words(),
        lines.stream().limit(MOST_LINES).toList(),
        lines.size() > MOST_LINES);
  }

  /** A pattern for what holds a text, escaped by an exclamation mark. */
  public static String like(String text) {
    return "%" + text.strip().toLowerCase(Locale.ROOT).replaceAll("[!%_]", "!$0") + "%";
  }
}
