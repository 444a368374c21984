package io.sumbrel.server.ledger;

import io.sumbrel.core.posting.PostingNumber;
import jakarta.persistence.EntityManager;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.Currency;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** The days of tills that stand in the books. */
@Component
public class TillDays {
  private final EntityManager entities;

  TillDays(EntityManager entities) {
    this.entities = entities;
  }

  /** A till, and the last day of which the books hold its takings. */
  public record Till(String name, String currency, LocalDate lastDay) {}

  @Transactional(readOnly = true)
  public List<Till> all(long booksId) {
    return entities
        .createQuery(
            """
            select t.note, t.currency, max(p.postingDate) from TakingsPartRow t
            join PostingRow p on p.id = t.postingId
            where p.booksId = :b and t.part = 'TILL'
              and not exists (select 1 from PostingRow c where c.turnsBackId = p.id)
            group by t.note, t.currency order by max(p.postingDate) desc, t.note
            """,
            Object[].class)
        .setParameter("b", booksId)
        .getResultStream()
        .map(r -> new Till((String) r[0], (String) r[1], (LocalDate) r[2]))
        .toList();
  }

  /** The posting of a till's day, while it stands. */
  @Transactional(readOnly = true)
  public Optional<PostingNumber> posted(
      long booksId, String till, LocalDate day, Currency currency) {
    return entities
        .createQuery(
            """
            select p from TakingsPartRow t join PostingRow p on p.id = t.postingId
            where p.booksId = :b and t.part = 'TILL' and lower(t.note) = lower(:till)
              and t.currency = :currency and p.postingDate = :day
              and not exists (select 1 from PostingRow c where c.turnsBackId = p.id)
            """,
            PostingRow.class)
        .setParameter("b", booksId)
        .setParameter("till", till)
        .setParameter("currency", currency.getCurrencyCode())
        .setParameter("day", day)
        .getResultStream()
        .findFirst()
        .map(PostingRow::number);
  }

  /** By how much a till was over or short in a month, as it stands, in minor units. */
  @Transactional(readOnly = true)
  public long differed(long booksId, String till, YearMonth month, Currency currency) {
    return entities
        .createQuery(
            """
            select coalesce(sum(d.amountMinor), 0) from TakingsPartRow t
            join TakingsPartRow d on d.postingId = t.postingId
            join PostingRow p on p.id = t.postingId
            where p.booksId = :b and p.postingDate between :from and :to
              and t.part = 'TILL' and lower(t.note) = lower(:till) and t.currency = :currency
              and d.part in ('COUNTED_MORE', 'COUNTED_LESS')
              and not exists (select 1 from PostingRow c where c.turnsBackId = p.id)
            """,
            Long.class)
        .setParameter("b", booksId)
        .setParameter("till", till)
        .setParameter("currency", currency.getCurrencyCode())
        .setParameter("from", month.atDay(1))
        .setParameter("to", month.atEndOfMonth())
        .getSingleResult();
  }
}
