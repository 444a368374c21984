package io.sumbrel.server.matching;

import io.sumbrel.core.receipt.PastPayment;
import io.sumbrel.core.tape.LineKind;
import io.sumbrel.server.persistence.InParts;
import jakarta.persistence.EntityManager;
import jakarta.persistence.TypedQuery;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Currency;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Consumer;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/**
 * What was placed in these books and stands: every such payment teaches who pays, and for whom.
 * Each table is read by itself, in its own order (hence + 0: not by an index of the house): a join
 * would look a row up in each of them for every decision that was ever made.
 */
@Component
class Decisions {
  private final EntityManager entities;

  Decisions(EntityManager entities) {
    this.entities = entities;
  }

  /** Live placings of money that came in, by their postings: one for each customer. */
  @Transactional(readOnly = true)
  Map<Long, List<PastPayment>> all(long booksId) {
    return new Reading(booksId, Optional.empty()).read();
  }

  /** Those of some postings that are live placings. */
  @Transactional(readOnly = true)
  Map<Long, List<PastPayment>> among(long booksId, Collection<Long> postings) {
    Map<Long, List<PastPayment>> among = new HashMap<>();
    InParts.of(postings, some -> among.putAll(new Reading(booksId, Optional.of(some)).read()));
    return among;
  }

  /** A posted tape of money that came in, whose payer the bank shows. */
  private record Placed(LocalDate date, Payer payer) {}

  private record Payer(
      Optional<String> name, Optional<String> account, Currency currency, long amountMinor) {}

  /** What a tape says of one customer. */
  private static final class OfCustomer {
    private final Map<Integer, Long> settled = new TreeMap<>();
    private long discountMinor;
  }

  /** Reads all decisions of a house, or those of some postings. */
  private final class Reading {
    private final long booksId;
    private final Optional<List<Long>> postings;
    private final Map<Long, Placed> placed = new HashMap<>();
    private final Map<Long, Map<Long, OfCustomer>> lines = new HashMap<>();

    Reading(long booksId, Optional<List<Long>> postings) {
      this.booksId = booksId;
      this.postings = postings;
    }

    Map<Long, List<PastPayment>> read() {
      readTapes();
      readLines();
      Map<Long, String> customers =
          numbers(
              "select id, number from CustomerRow where booksId = :b",
              postings.map(p -> customersNamed()));
      Map<Long, String> items =
          numbers(
              "select id, number from OpenItemRow where booksId = :b",
              postings.map(p -> itemsSettled()));
      Map<Long, List<PastPayment>> read = new HashMap<>();
      lines.forEach(
          (posting, ofCustomers) -> {
            List<PastPayment> payments = new ArrayList<>(1);
            ofCustomers.forEach(
                (customer, of) ->
                    payments.add(payment(placed.get(posting), customers.get(customer), of, items)));
            read.put(posting, payments.size() == 1 ? payments : bare(payments));
          });
      return read;
    }

    private void readTapes() {
      Set<Long> turnedBack = new HashSet<>();
      each(
          "select turnsBackId from PostingRow where turnsBackId > 0",
          " and turnsBackId in :some",
          postings,
          Long.class,
          turnedBack::add);
      Map<Long, Object[]> tapes = new HashMap<>();
      each(
          """
          select id, postingDate, moneyInId from PostingRow
          where booksId + 0 = :b and kind = TAPE and moneyInId is not null
          """,
          " and id in :some",
          postings,
          Object[].class,
          row -> {
            if (!turnedBack.contains((Long) row[0])) {
              tapes.put((Long) row[0], row);
            }
          });
      Map<Long, Payer> payers =
          payers(postings.map(p -> tapes.values().stream().map(r -> (Long) r[2]).toList()));
      tapes.forEach(
          (posting, row) ->
              Optional.ofNullable(payers.get((Long) row[2]))
                  .ifPresent(payer -> placed.put(posting, new Placed((LocalDate) row[1], payer))));
    }

    private Map<Long, Payer> payers(Optional<List<Long>> money) {
      Map<Long, Payer> payers = new HashMap<>();
      each(
          """
          select id, payerName, payerAccount, currency, amountMinor from MoneyInRow
          where booksId + 0 = :b and amountMinor > 0
            and (payerName is not null or payerAccount is not null)
          """,
          " and id in :some",
          money,
          Object[].class,
          row ->
              payers.put(
                  (Long) row[0],
                  new Payer(
                      Optional.ofNullable((String) row[1]),
                      Optional.ofNullable((String) row[2]),
                      Currency.getInstance((String) row[3]),
                      (Long) row[4])));
      return payers;
    }

    private void readLines() {
      each(
          """
          select postingId, itemCustomerId, lineNumber, kind, reason, amountMinor, itemId
          from TapeLineRow where itemCustomerId is not null
          """,
          " and postingId in :some",
          postings,
          Object[].class,
          row -> {
            if (placed.containsKey((Long) row[0])) {
              OfCustomer of =
                  lines
                      .computeIfAbsent((Long) row[0], p -> new TreeMap<>())
                      .computeIfAbsent((Long) row[1], c -> new OfCustomer());
              if (row[3] == LineKind.SETTLES) {
                of.settled.put((Integer) row[2], (Long) row[6]);
              } else if (row[3] == LineKind.GRANTED && "DISCOUNT".equals(row[4])) {
                of.discountMinor += (Long) row[5];
              }
            }
          });
    }

    private List<Long> customersNamed() {
      return lines.values().stream().flatMap(of -> of.keySet().stream()).distinct().toList();
    }

    private List<Long> itemsSettled() {
      return lines.values().stream()
          .flatMap(ofCustomers -> ofCustomers.values().stream())
          .flatMap(of -> of.settled.values().stream())
          .distinct()
          .toList();
    }

    private Map<Long, String> numbers(String query, Optional<List<Long>> which) {
      Map<Long, String> numbers = new HashMap<>();
      each(
          query,
          " and id in :some",
          which,
          Object[].class,
          row -> numbers.put((Long) row[0], (String) row[1]));
      return numbers;
    }

    /**
     * @param which what narrows the query to some
     * @param some empty for all
     */
    private <T> void each(
        String query, String which, Optional<List<Long>> some, Class<T> type, Consumer<T> row) {
      TypedQuery<T> asked = entities.createQuery(query + (some.isPresent() ? which : ""), type);
      if (query.contains(":b")) {
        asked.setParameter("b", booksId);
      }
      some.ifPresent(ids -> asked.setParameter("some", ids));
      asked.getResultStream().forEach(row);
    }
  }

  /** Of a sum that several customers share, the items do not say how each of them pays. */
  private static List<PastPayment> bare(List<PastPayment> payments) {
    return payments.stream().map(p -> p.naming(List.of())).toList();
  }

  private static PastPayment payment(
      Placed placed, String customer, OfCustomer of, Map<Long, String> items) {
    return new PastPayment(
        0,
        placed.date,
        placed.payer.name,
        placed.payer.account,
        placed.payer.currency,
        placed.payer.amountMinor,
        customer,
        of.settled.values().stream().map(items::get).toList(),
        of.discountMinor);
  }
}
