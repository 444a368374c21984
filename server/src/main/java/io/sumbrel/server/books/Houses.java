package io.sumbrel.server.books;

import io.sumbrel.core.bank.Method;
import io.sumbrel.server.persistence.RowIds;
import jakarta.persistence.EntityManager;
import jakarta.persistence.LockModeType;
import java.time.Clock;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/**
 * The houses whose books these are: name, business date, which dates postings and discounts, and
 * what they laid down for payments that name nothing.
 */
@Component
public class Houses {
  private final EntityManager entities;
  private final RowIds ids;
  private final Clock clock;

  Houses(EntityManager entities, RowIds ids, Clock clock) {
    this.entities = entities;
    this.ids = ids;
    this.clock = clock;
  }

  /**
   * @param businessDate fixes the business date, as the demonstration house does
   * @return the id of the new set of books
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public long add(String name, ZoneId zone, Optional<LocalDate> businessDate) {
    BooksRow row = new BooksRow();
    row.id = ids.next();
    row.name = name;
    row.zone = zone.getId();
    row.businessDate = businessDate.orElse(null);
    row.createdAt = clock.instant();
    entities.persist(row);
    entities.flush();
    return row.id;
  }

  /**
   * One act at a time of a house, where two could bring the same thing anew and neither has a row
   * yet to wait at. It comes before the locks of items and of the record, which postings take;
   * postings do not wait for it.
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public void lock(long booksId) {
    entities.find(BooksRow.class, booksId, LockModeType.PESSIMISTIC_WRITE);
  }

  /** Every house, by its id. */
  @Transactional(readOnly = true)
  public List<Long> all() {
    return entities.createQuery("select id from BooksRow order by id", Long.class).getResultList();
  }

  @Transactional(readOnly = true)
  public String name(long booksId) {
    return entities.find(BooksRow.class, booksId).name;
  }

  /** The zone whose clocks the house goes by. */
  @Transactional(readOnly = true)
  public ZoneId zone(long booksId) {
    return ZoneId.of(entities.find(BooksRow.class, booksId).zone);
  }

  /** The day that the house works in: the real one in its zone, unless one is set. */
  @Transactional(readOnly = true)
  public LocalDate businessDate(long booksId) {
    BooksRow row = entities.find(BooksRow.class, booksId);
    return row.businessDate != null
        ? row.businessDate
        : LocalDate.now(clock.withZone(ZoneId.of(row.zone)));
  }

  /** Goes on to a business date, where the house keeps its own. */
  @Transactional
  public void moveTo(long booksId, LocalDate businessDate) {
    entities.find(BooksRow.class, booksId).businessDate = businessDate;
  }

  /** The list of the house for silent payments, as it is written; empty when none is set. */
  @Transactional(readOnly = true)
  public Optional<String> silentList(long booksId) {
    return Optional.ofNullable(entities.find(BooksRow.class, booksId).silentList);
  }

  @Transactional(propagation = Propagation.MANDATORY)
  public void keepSilentList(long booksId, Optional<String> written) {
    lock(booksId);
    entities.find(BooksRow.class, booksId).silentList = written.orElse(null);
  }

  /** How money comes in that shall have a paper beside it. */
  @Transactional(readOnly = true)
  public Set<Method> papersWanted(long booksId) {
    String written = entities.find(BooksRow.class, booksId).papersWanted;
    return written.isEmpty()
        ? Set.of()
        : Arrays.stream(written.split(" ")).map(Method::valueOf).collect(Collectors.toSet());
  }

  @Transactional(propagation = Propagation.MANDATORY)
  public void keepPapersWanted(long booksId, Set<Method> methods) {
    lock(booksId);
    entities.find(BooksRow.class, booksId).papersWanted =
        methods.stream().sorted().map(Method::name).collect(Collectors.joining(" "));
  }
}
