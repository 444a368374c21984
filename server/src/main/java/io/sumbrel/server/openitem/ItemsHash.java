package io.sumbrel.server.openitem;

import io.sumbrel.core.proof.AuditLine;
import io.sumbrel.core.proof.Fact;
import io.sumbrel.core.proof.SetHash;
import io.sumbrel.server.audit.AuditRecord;
import io.sumbrel.server.persistence.Pieces;
import jakarta.persistence.EntityManager;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/**
 * All that lists say of items, but for their amounts, as one hash. It follows each change, from
 * where it stood: a text that was changed past the books is not made right by the next list.
 */
@Component
public class ItemsHash {
  /** The name of that fact. */
  public static final String NAME = "items";

  private final EntityManager entities;
  private final Pieces pieces;
  private final AuditRecord audit;

  ItemsHash(EntityManager entities, Pieces pieces, AuditRecord audit) {
    this.entities = entities;
    this.pieces = pieces;
    this.audit = audit;
  }

  /** Whether some lines of the record tell of a list: items began, or were described anew. */
  public static boolean isNamedIn(List<AuditLine> lines) {
    return lines.stream()
        .flatMap(l -> l.act().facts().stream())
        .anyMatch(f -> f.name().equals(NAME));
  }

  /** Takes in what a change of items makes of the hash. */
  @Transactional(propagation = Propagation.MANDATORY)
  void follow(long booksId, Consumer<SetHash> change) {
    ItemsHashRow row = entities.find(ItemsHashRow.class, booksId);
    SetHash hash = row == null ? reckon(booksId) : audit.setHash(row.hash);
    change.accept(hash);
    ItemsHashRow now = row == null ? new ItemsHashRow() : row;
    now.booksId = booksId;
    now.hash = hash.hex();
    entities.persist(now);
  }

  /** The fact as it follows from all changes; empty where no list was read. */
  @Transactional(readOnly = true)
  public Optional<Fact> fact(long booksId) {
    return Optional.ofNullable(entities.find(ItemsHashRow.class, booksId))
        .map(row -> new Fact(NAME, row.hash));
  }

  /** The same, reckoned anew from every item. */
  @Transactional(readOnly = true)
  public Optional<Fact> reckoned(long booksId) {
    return fact(booksId).map(f -> new Fact(NAME, reckon(booksId).hex())).or(() -> once(booksId));
  }

  /** In the order of the ids, in which the rows lie. */
  private SetHash reckon(long booksId) {
    entities.flush();
    SetHash hash = audit.setHash(SetHash.NOTHING);
    Iterable<OpenItemRow> rows =
        pieces.inTurn(
            (reading, last) ->
                reading
                    .createQuery(
                        """
                        from OpenItemRow
                        where booksId + 0 = :b and id > :last and numberedBy = 'SELLER'
                        order by id
                        """,
                        OpenItemRow.class)
                    .setParameter("b", booksId)
                    .setParameter("last", last.map(r -> r.id).orElse(0L))
                    .setMaxResults(Pieces.SIZE)
                    .getResultList());
    rows.forEach(row -> hash.add(row.said()));
    return hash;
  }

  /** As books name it in which no list was read since items are hashed one by one. */
  private Optional<Fact> once(long booksId) {
    entities.flush();
    long[] count = {0};
    Fact fact =
        Fact.written(
            NAME,
            cells ->
                entities
                    .createQuery(
                        "from OpenItemRow where booksId = :b and numberedBy = 'SELLER' order by id",
                        OpenItemRow.class)
                    .setParameter("b", booksId)
                    .getResultStream()
                    .forEach(
                        row -> {
                          entities.detach(row);
                          count[0]++;
                          row.said().forEach(cells);
                        }));
    return count[0] == 0 ? Optional.empty() : Optional.of(fact);
  }
}
