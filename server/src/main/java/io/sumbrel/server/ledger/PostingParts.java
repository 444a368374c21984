package io.sumbrel.server.ledger;

import io.sumbrel.core.ledger.JournalEntry;
import io.sumbrel.core.openitem.ItemId;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.posting.Posting;
import io.sumbrel.core.posting.PostingKind;
import io.sumbrel.core.posting.PostingNumber;
import io.sumbrel.core.receipt.MoneyIn;
import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.core.tape.Tape;
import io.sumbrel.core.tape.TapeMoney;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.hibernate.query.QueryProducer;

/** The rows that make up a posting, and what they name: of these its fact is made. */
record PostingParts(PostingRow row, Lines lines, Known known) {

  /** What postings name, by which they are read back. */
  record Known(
      Function<ItemId, OpenItem> items,
      Function<MoneyInId, MoneyIn> moneyOf,
      Map<Long, PostingNumber> numbers,
      Map<Long, PostingNumber> turnedBackBy,
      Map<String, String> reasonWords) {}

  /** The lines of postings, by the posting. */
  record Lines(
      Map<Long, List<JournalLineRow>> journal,
      Map<Long, List<TapeLineRow>> tapes,
      Map<Long, List<TiePartRow>> ties,
      Map<Long, List<TakingsPartRow>> takings,
      Map<Long, List<SlipPartRow>> slips,
      Map<Long, List<PayoutPartRow>> payouts,
      Map<Long, List<ItemMovementRow>> movements) {
    static Lines all(QueryProducer reading, List<Long> postings) {
      return new Lines(
          of(reading, JournalLineRow.class, postings, r -> r.postingId),
          of(reading, TapeLineRow.class, postings, r -> r.postingId),
          of(reading, TiePartRow.class, postings, r -> r.postingId),
          of(reading, TakingsPartRow.class, postings, r -> r.postingId),
          of(reading, SlipPartRow.class, postings, r -> r.postingId),
          of(reading, PayoutPartRow.class, postings, r -> r.postingId),
          of(reading, ItemMovementRow.class, postings, r -> r.postingId));
    }

    /** Ids follow the order of making, so that those of a piece lie together. */
    static <T> Map<Long, List<T>> of(
        QueryProducer reading, Class<T> type, List<Long> postings, Function<T, Long> posting) {
      return postings.isEmpty()
          ? Map.of()
          : reading
              .createQuery(
                  "from %s where postingId between :first and :last order by postingId, lineNumber"
                      .formatted(type.getSimpleName()),
                  type)
              .setParameter("first", Collections.min(postings))
              .setParameter("last", Collections.max(postings))
              .getResultList()
              .stream()
              .collect(Collectors.groupingBy(posting));
    }
  }

  /** The postings that some turn back. */
  static Map<Long, PostingNumber> turnedBack(QueryProducer reading, List<PostingRow> rows) {
    List<Long> turnedBack = rows.stream().map(r -> r.turnsBackId).filter(Objects::nonNull).toList();
    return turnedBack.isEmpty()
        ? Map.of()
        : reading
            .createQuery("from PostingRow where id in :ids", PostingRow.class)
            .setParameter("ids", turnedBack)
            .getResultList()
            .stream()
            .collect(Collectors.toMap(r -> r.id, PostingRow::number));
  }

  /** The posting that they make; nothing is read for it. */
  Postings.Stored stored() {
    Optional<Tape> tape =
        row.kind == PostingKind.TAPE
            ? Optional.of(tape(lines.tapes.getOrDefault(row.id, List.of())))
            : Optional.empty();
    Posting posting =
        new Posting(
            row.number(),
            row.kind,
            entry(),
            lines.movements.getOrDefault(row.id, List.of()).stream()
                .map(ItemMovementRow::toFact)
                .toList(),
            tape,
            row.kind == PostingKind.TAKINGS
                ? Optional.of(TakingsPartRow.toFact(lines.takings.get(row.id)))
                : Optional.empty(),
            row.kind == PostingKind.HANDED_IN
                ? Optional.of(SlipPartRow.toFact(lines.slips.get(row.id)))
                : Optional.empty(),
            row.kind == PostingKind.PAYOUT
                ? Optional.of(PayoutPartRow.toFact(lines.payouts.get(row.id)))
                : Optional.empty(),
            row.kind == PostingKind.TIED
                ? Optional.of(TiePartRow.toFact(lines.ties.get(row.id)))
                : Optional.empty(),
            Optional.ofNullable(row.turnsBackId).map(known.numbers::get));
    return new Postings.Stored(
        row.id,
        row.recordNumber,
        posting,
        row.by(),
        row.actor,
        Optional.ofNullable(row.maker),
        row.postedAt,
        Optional.ofNullable(row.moneyInId).map(MoneyInId::new),
        Optional.ofNullable(row.arrivalId),
        Optional.ofNullable(known.turnedBackBy.get(row.id)));
  }

  private JournalEntry entry() {
    return new JournalEntry(
        row.postingDate,
        lines.journal.getOrDefault(row.id, List.of()).stream()
            .map(JournalLineRow::toFact)
            .toList());
  }

  private Tape tape(List<TapeLineRow> lines) {
    Map<ItemId, OpenItem> then = new HashMap<>();
    for (TapeLineRow line : lines) {
      if (line.itemId != null) {
        OpenItem item = line.itemThen(known.items.apply(new ItemId(line.itemId)));
        then.put(item.id(), item);
      }
    }
    TapeMoney money =
        row.moneyInId == null
            ? TapeMoney.none(then.values().iterator().next().currency(), row.postingDate)
            : TapeMoney.of(known.moneyOf.apply(new MoneyInId(row.moneyInId)));
    return new Tape(
        money,
        lines.stream().map(l -> l.toFact(known.reasonWords)).toList(),
        then,
        lines.stream()
            .filter(l -> l.agreed)
            .map(l -> l.toFact(known.reasonWords))
            .collect(Collectors.toSet()));
  }
}
