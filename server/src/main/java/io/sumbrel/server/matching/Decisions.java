package io.sumbrel.server.matching;

import io.sumbrel.core.receipt.PastPayment;
import jakarta.persistence.EntityManager;
import jakarta.persistence.Query;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Currency;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** What was placed in these books and stands: every such payment teaches who pays, and for whom. */
@Component
class Decisions {
  private static final String BETWEEN = "\n";

  /** Postings read by one query. */
  private static final int AT_ONCE = 100;

  private final EntityManager entities;

  Decisions(EntityManager entities) {
    this.entities = entities;
  }

  /** Live placings of money that came in, by their postings: one for each customer. */
  @Transactional(readOnly = true)
  Map<Long, List<PastPayment>> all(long booksId) {
    return readInParts(live(booksId, "", Map.of()));
  }

  /** Those of some postings that are live placings. */
  @Transactional(readOnly = true)
  Map<Long, List<PastPayment>> among(long booksId, Collection<Long> postings) {
    return postings.isEmpty()
        ? Map.of()
        : readInParts(live(booksId, "and p.id in (:postings)", Map.of("postings", postings)));
  }

  private Map<Long, List<PastPayment>> readInParts(List<Long> postings) {
    Map<Long, List<PastPayment>> all = new HashMap<>();
    for (int from = 0; from < postings.size(); from += AT_ONCE) {
      all.putAll(read(postings.subList(from, Math.min(postings.size(), from + AT_ONCE))));
    }
    return all;
  }

  /** The postings that stand of money that came in, and whose payer the bank shows. */
  private List<Long> live(long booksId, String which, Map<String, Object> parameters) {
    List<Long> live = new ArrayList<>();
    Query query =
        entities
            .createNativeQuery(
                """
                select p.id from posting p join money_in m on m.id = p.money_in_id
                where p.books_id = :b and p.kind = 'TAPE' and m.amount_minor > 0
                  and (m.payer_name is not null or m.payer_account is not null)
                  and exists (select 1 from tape_line l
                    where l.posting_id = p.id and l.item_customer_id is not null)
                  and not exists (select 1 from posting t where t.turns_back_id = p.id)
                """
                    + which)
            .setParameter("b", booksId);
    parameters.forEach(query::setParameter);
    for (Object id : query.getResultList()) {
      live.add(((Number) id).longValue());
    }
    return live;
  }

  private Map<Long, List<PastPayment>> read(List<Long> postings) {
    Map<Long, List<PastPayment>> read = new HashMap<>();
    for (Object row :
        entities
            .createNativeQuery(
                """
                select p.id, p.posting_date, m.payer_name, m.payer_account, m.currency,
                  m.amount_minor, c.number,
                  sum(case when l.kind = 'GRANTED' and l.reason = 'DISCOUNT' then l.amount_minor else 0 end),
                  string_agg(case when l.kind = 'SETTLES' then i.number end, '\n' order by l.line_number)
                from posting p
                join money_in m on m.id = p.money_in_id
                join tape_line l on l.posting_id = p.id
                join customer c on c.id = l.item_customer_id
                join open_item i on i.id = l.item_id
                where p.id in (:postings)
                group by p.id, p.posting_date, m.payer_name, m.payer_account, m.currency,
                  m.amount_minor, c.number
                order by p.id, c.number
                """)
            .setParameter("postings", postings)
            .getResultList()) {
      Object[] cells = (Object[]) row;
      read.computeIfAbsent(((Number) cells[0]).longValue(), p -> new ArrayList<>())
          .add(payment(cells));
    }
    read.replaceAll((posting, payments) -> payments.size() == 1 ? payments : bare(payments));
    return read;
  }

  /** Of a sum that several customers share, the items do not say how each of them pays. */
  private static List<PastPayment> bare(List<PastPayment> payments) {
    return payments.stream().map(p -> p.naming(List.of())).toList();
  }

  private static PastPayment payment(Object[] cells) {
    return new PastPayment(
        0,
        cells[1] instanceof java.sql.Date date ? date.toLocalDate() : (LocalDate) cells[1],
        Optional.ofNullable((String) cells[2]),
        Optional.ofNullable((String) cells[3]),
        Currency.getInstance((String) cells[4]),
        ((Number) cells[5]).longValue(),
        (String) cells[6],
        cells[8] == null ? List.of() : List.of(((String) cells[8]).split(BETWEEN)),
        ((Number) cells[7]).longValue());
  }
}
