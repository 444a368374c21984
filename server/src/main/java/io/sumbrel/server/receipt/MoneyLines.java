package io.sumbrel.server.receipt;

import io.sumbrel.core.bank.AccountHistory;
import io.sumbrel.core.deposit.DepositKind;
import io.sumbrel.core.deposit.MemberKind;
import io.sumbrel.core.ledger.AccountCode;
import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.server.persistence.InParts;
import io.sumbrel.server.persistence.Pieces;
import jakarta.persistence.EntityManager;
import jakarta.persistence.TypedQuery;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Collections;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Consumer;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** The stored sums that must be explained, and the statements of the bank. */
@Component
public class MoneyLines {
  /** + 0: what is named is looked up, not all sums of the house. */
  private static final String LOOKED_UP = "m.booksId + 0 = :b and m.standing = COUNTS ";

  /** + 0: found by the range of ids, not by the file, of which all rows would be looked at. */
  private static final String OF_FILE =
      "from MoneyInRow where arrivalId + 0 = :a and id between :from and :to order by id";

  private final EntityManager entities;
  private final SetAsides setAsides;
  private final Pieces pieces;

  MoneyLines(EntityManager entities, SetAsides setAsides, Pieces pieces) {
    this.entities = entities;
    this.setAsides = setAsides;
    this.pieces = pieces;
  }

  /** Every sum that counts, in the order of booking. */
  @Transactional(readOnly = true)
  public List<MoneyLine> all(long booksId) {
    return lines(LOOKED_UP, Map.of("b", booksId));
  }

  /**
   * Sums that count and were booked on some accounts after a day, that a posting from one on
   * explains or frees, or that belong to a deposit; in no order.
   *
   * @param posting its id
   */
  @Transactional(readOnly = true)
  public Collection<MoneyLine> since(
      long booksId, Collection<Long> accounts, LocalDate day, long posting) {
    Map<MoneyInId, MoneyLine> since = new HashMap<>();
    Consumer<MoneyLine> found = line -> since.put(line.moneyIn().id(), line);
    accounts.forEach(
        account ->
            lines(
                    LOOKED_UP + "and m.bankAccountId = :a and m.bookingDate > :d",
                    Map.of("b", booksId, "a", account, "d", day))
                .forEach(found));
    lines(LOOKED_UP + "and m.depositMemberId > 0", Map.of("b", booksId)).forEach(found);
    lines(
            LOOKED_UP + "and m.id in (select w.entryId from DepositRow w where w.booksId = :b)",
            Map.of("b", booksId))
        .forEach(found);
    InParts.ofIds(
        touchedFrom(posting).filter(id -> !since.containsKey(new MoneyInId(id))),
        some -> named(booksId, some, "").forEach(found));
    return since.values();
  }

  /** Most of these were booked lately too, and are found by that. */
  private Stream<Long> touchedFrom(long posting) {
    return Stream.of(
            "select q.moneyInId from PostingRow q where q.id >= :p",
            "select t.moneyInId from TiePartRow t where t.postingId >= :p",
            """
            select o.moneyInId from PostingRow q join PostingRow o on o.id = q.turnsBackId
            where q.id >= :p
            """,
            """
            select t.moneyInId from PostingRow q join TiePartRow t on t.postingId = q.turnsBackId
            where q.id >= :p
            """)
        .flatMap(
            query ->
                entities
                    .createQuery(query, Long.class)
                    .setParameter("p", posting)
                    .getResultStream())
        .filter(Objects::nonNull);
  }

  private List<MoneyLine> named(long booksId, InParts.Ids some, String more) {
    var query =
        asked(LOOKED_UP + "and " + some.condition("m.id") + " " + more).setParameter("b", booksId);
    return some.set(query)
        .getResultStream()
        .map(MoneyLines::line)
        .filter(line -> some.has(line.moneyIn().id().number()))
        .toList();
  }

  /** What the sums that count come to, by the statement that brought them; of those from one on. */
  @Transactional(readOnly = true)
  public Map<Long, Long> moved(long first) {
    return entities
        .createQuery(
            """
            select statementId, sum(amountMinor) from MoneyInRow
            where statementId >= :first and standing = COUNTS group by statementId
            """,
            Object[].class)
        .setParameter("first", first)
        .getResultStream()
        .collect(Collectors.toMap(r -> (Long) r[0], r -> (Long) r[1]));
  }

  /**
   * Every sum that is to be explained: it counts, nothing explains it, it is not set aside and
   * waits for no tie; in the order of booking.
   */
  @Transactional(readOnly = true)
  public List<MoneyLine> pile(long booksId) {
    return lines(
        """
        m.id in (select u.moneyInId from UnclaimedRow u where u.booksId = :b and u.standing = COUNTS)
          and not exists (select 1 from SetAsideRow s where s.moneyInId = m.id and s.isSet)
          and not exists (select 1 from DepositRow w where w.entryId = m.id
            and not exists (select 1 from RecordedClaimRow t where t.recordedId = w.id))
        """,
        Map.of("b", booksId));
  }

  /** Some sums, in the order of booking. */
  @Transactional(readOnly = true)
  public List<MoneyLine> some(long booksId, Collection<MoneyInId> ids) {
    return ids.isEmpty()
        ? List.of()
        : lines(
            "m.booksId = :b and m.id in :ids",
            Map.of("b", booksId, "ids", ids.stream().map(MoneyInId::number).toList()));
  }

  /** What counts of the entries of a bank account, the newest first, and what of it follows. */
  @Transactional(readOnly = true)
  public List<MoneyLine> booked(long bankAccountId, int after, int size) {
    List<Long> ids =
        booked("select id", Long.class, bankAccountId)
            .setFirstResult(after)
            .setMaxResults(size)
            .getResultList();
    List<MoneyLine> newestFirst = new ArrayList<>();
    if (!ids.isEmpty()) {
      newestFirst.addAll(lines("m.id in :ids", Map.of("ids", ids)));
      Collections.reverse(newestFirst);
    }
    return newestFirst;
  }

  /** What the newest so many entries of a bank account come to, in minor units. */
  @Transactional(readOnly = true)
  public long bookedMinor(long bankAccountId, int newest) {
    return newest == 0
        ? 0
        : booked("select amountMinor", Long.class, bankAccountId)
            .setMaxResults(newest)
            .getResultStream()
            .mapToLong(Long::longValue)
            .sum();
  }

  private <T> TypedQuery<T> booked(String what, Class<T> type, long bankAccountId) {
    return entities
        .createQuery(
            what
                + """
                 from MoneyInRow where bankAccountId = :a and statementId > 0
                  and standing = COUNTS order by bookingDate desc, id desc
                """,
            type)
        .setParameter("a", bankAccountId);
  }

  /**
   * Sums of some amounts that were booked since a day and are explained, the newest first, by their
   * amounts; + 0: looked up by the amount.
   *
   * @param most so many of an amount
   */
  @Transactional(readOnly = true)
  public List<MoneyInId> explained(
      long booksId, Collection<Long> amounts, LocalDate since, int most) {
    Map<Long, List<MoneyInId>> byAmount = new HashMap<>();
    InParts.of(
        List.copyOf(amounts),
        some ->
            entities
                .createQuery(
                    """
                    select m.amountMinor, m.id from MoneyInRow m
                    join ClaimRow c on c.moneyInId = m.id
                    where m.booksId + 0 = :b and m.amountMinor in :amounts and m.bookingDate >= :d
                    order by m.bookingDate desc, m.id desc
                    """,
                    Object[].class)
                .setParameter("b", booksId)
                .setParameter("amounts", some)
                .setParameter("d", since)
                .getResultStream()
                .forEach(
                    r -> {
                      List<MoneyInId> of =
                          byAmount.computeIfAbsent((Long) r[0], a -> new ArrayList<>());
                      if (of.size() < most) {
                        of.add(new MoneyInId((Long) r[1]));
                      }
                    }));
    return byAmount.values().stream().flatMap(List::stream).toList();
  }

  /** Which bookings some entries take back, as the bank itself says. */
  @Transactional(readOnly = true)
  public Map<MoneyInId, MoneyInId> takenBack(List<MoneyInId> entries) {
    Map<MoneyInId, MoneyInId> takenBack = new HashMap<>();
    InParts.of(
        entries,
        some ->
            entities
                .createQuery(
                    "select id, reversesId from MoneyInRow where id in :ids and reversesId > 0",
                    Object[].class)
                .setParameter("ids", some.stream().map(MoneyInId::number).toList())
                .getResultStream()
                .forEach(
                    r -> takenBack.put(new MoneyInId((Long) r[0]), new MoneyInId((Long) r[1]))));
    return takenBack;
  }

  /** Whether anything was ever brought in. */
  @Transactional(readOnly = true)
  public boolean isAny(long booksId) {
    return !entities
        .createQuery("select 1 from MoneyInRow where booksId = :b", Integer.class)
        .setParameter("b", booksId)
        .setMaxResults(1)
        .getResultList()
        .isEmpty();
  }

  /** Entries that are possibly double and count nowhere until a person says. */
  @Transactional(readOnly = true)
  public List<MoneyLine> held(long booksId) {
    return standing(booksId, Standing.HELD);
  }

  /** What was a sum once: it was given its parts, or its file was withdrawn. */
  @Transactional(readOnly = true)
  public List<MoneyLine> gone(long booksId) {
    return Stream.of(Standing.DETAILED, Standing.WITHDRAWN)
        .flatMap(s -> standing(booksId, s).stream())
        .toList();
  }

  /** The day of the earliest entry of a file, which must not lie in a closed month. */
  @Transactional(readOnly = true)
  public Optional<LocalDate> earliestOf(long arrivalId) {
    return Optional.ofNullable(
        entities
            .createQuery(
                "select min(bookingDate) from MoneyInRow where arrivalId = :a", LocalDate.class)
            .setParameter("a", arrivalId)
            .getSingleResult());
  }

  private List<MoneyLine> standing(long booksId, Standing standing) {
    return lines(
        """
        m.id in (select u.moneyInId from UnclaimedRow u where u.booksId = :b and u.standing = :s)
        """,
        Map.of("b", booksId, "s", standing));
  }

  private List<MoneyLine> lines(String which, Map<String, Object> values) {
    TypedQuery<Object[]> query = asked(which);
    values.forEach(query::setParameter);
    return query.getResultStream().map(MoneyLines::line).toList();
  }

  private TypedQuery<Object[]> asked(String which) {
    return entities.createQuery(
        """
        select m, d.id, d.kind, d.reference, d.bankAccountId, d.clearingCode, x.kind, x.holdingCode
        from MoneyInRow m
        left join DepositMemberRow x on x.id = m.depositMemberId
        left join DepositRow d on d.id = x.depositId
        where\s"""
            + which
            + " order by m.bookingDate, m.id",
        Object[].class);
  }

  private static MoneyLine line(Object[] row) {
    MoneyInRow money = (MoneyInRow) row[0];
    Optional<MoneyLine.OfDeposit> deposit =
        Optional.ofNullable((Long) row[1])
            .map(
                id ->
                    new MoneyLine.OfDeposit(
                        id,
                        (DepositKind) row[2],
                        (String) row[3],
                        new AccountCode((String) row[5])));
    Optional<MoneyLine.OnHand> onHand =
        Optional.ofNullable((String) row[7])
            .map(holding -> new MoneyLine.OnHand((MemberKind) row[6], new AccountCode(holding)));
    return money.toLine(
        deposit,
        onHand,
        Optional.ofNullable(deposit.isPresent() ? (Long) row[4] : money.bankAccountId));
  }

  /**
   * @throws Refusal {@code not-found}
   */
  @Transactional(readOnly = true)
  public MoneyLine find(long booksId, MoneyInId id) {
    return lines("m.booksId = :b and m.id = :id", Map.of("b", booksId, "id", id.number())).stream()
        .findFirst()
        .orElseThrow(() -> new Refusal("not-found", "There is no such money in these books."));
  }

  /**
   * A sum that counts, and may be explained by a tape or a tie.
   *
   * @throws Refusal {@code not-found}, {@code held}, {@code detailed}, {@code withdrawn}, {@code
   *     set-aside}
   */
  @Transactional(readOnly = true)
  public MoneyLine counting(long booksId, MoneyInId id) {
    MoneyLine found = find(booksId, id);
    MoneyInRow row = entities.find(MoneyInRow.class, id.number());
    if (row.standing == Standing.HELD) {
      throw new Refusal(
          "held", "This entry is held as possibly double; say at Arrivals whether it is.");
    }
    if (row.standing == Standing.DETAILED) {
      throw new Refusal(
          "detailed", "The parts of this sum have come; they are explained in its place.");
    }
    if (row.standing == Standing.WITHDRAWN) {
      throw new Refusal("withdrawn", "The file that brought this entry was withdrawn.");
    }
    setAsides.requireNot(id);
    return found;
  }

  /**
   * The same of many.
   *
   * @throws Refusal as above, of the first that does not count
   */
  @Transactional(readOnly = true)
  public void requireCounting(long booksId, Collection<MoneyInId> ids) {
    Set<Long> counting = new HashSet<>();
    InParts.of(
        ids.stream().map(MoneyInId::number).toList(),
        some ->
            entities
                .createQuery(
                    """
                    select m.id from MoneyInRow m
                    where m.id in :ids and m.booksId = :b and m.standing = COUNTS
                      and not exists (select 1 from SetAsideRow s where s.moneyInId = m.id and s.isSet)
                    """,
                    Long.class)
                .setParameter("ids", some)
                .setParameter("b", booksId)
                .getResultStream()
                .forEach(counting::add));
    ids.stream()
        .filter(id -> !counting.contains(id.number()))
        .findFirst()
        .ifPresent(id -> counting(booksId, id));
  }

  /**
   * What was taken in by files from one on: entries that count, by themselves or by their parts.
   */
  @Transactional(readOnly = true)
  public Map<Long, TakenIn> taken(long first) {
    Map<Long, TakenIn> taken = new HashMap<>();
    entities
        .createQuery(
            """
            select arrivalId, count(*), sum(amountMinor) from MoneyInRow
            where arrivalId >= :first and standing <> HELD and standing <> WITHDRAWN
            group by arrivalId
            """,
            Object[].class)
        .setParameter("first", first)
        .getResultStream()
        .forEach(r -> taken.put((Long) r[0], new TakenIn((Long) r[1], (Long) r[2])));
    return taken;
  }

  /**
   * Money in that somebody placed by a tape on a business date, and that stands so, by currency.
   */
  @Transactional(readOnly = true)
  public Map<String, Long> explainedOn(long booksId, LocalDate day) {
    Map<String, Long> explained = new TreeMap<>();
    entities
        .createQuery(
            """
            select m.currency, sum(m.amountMinor) from MoneyInRow m
            join ClaimRow c on c.moneyInId = m.id
            join PostingRow p on p.id = c.postingId
            where p.booksId = :b and p.actedOn = :d and m.amountMinor > 0
              and p.moneyInId is not null
            group by m.currency
            """,
            Object[].class)
        .setParameter("b", booksId)
        .setParameter("d", day)
        .getResultStream()
        .forEach(r -> explained.put((String) r[0], (Long) r[1]));
    return explained;
  }

  /** As which sum a member of a deposit must be explained, by the member; by an index, as above. */
  @Transactional(readOnly = true)
  public Map<Long, MoneyInId> ofMembers(long booksId) {
    Map<Long, MoneyInId> ofMembers = new HashMap<>();
    entities
        .createQuery(
            "select depositMemberId, id from MoneyInRow where booksId + 0 = :b and depositMemberId > 0",
            Object[].class)
        .setParameter("b", booksId)
        .getResultStream()
        .forEach(r -> ofMembers.put((Long) r[0], new MoneyInId((Long) r[1])));
    return ofMembers;
  }

  /** As which sums some members of deposits and receipts on hand are explained. */
  @Transactional(readOnly = true)
  public Map<Long, MoneyInId> ofMembers(Collection<Long> members) {
    Map<Long, MoneyInId> ofMembers = new HashMap<>();
    InParts.of(
        members,
        some ->
            entities
                .createQuery(
                    "select depositMemberId, id from MoneyInRow where depositMemberId in :ids",
                    Object[].class)
                .setParameter("ids", some)
                .getResultStream()
                .forEach(r -> ofMembers.put((Long) r[0], new MoneyInId((Long) r[1]))));
    return ofMembers;
  }

  /** Locks a sum; whoever reads its claim in a later statement sees the newest. */
  @Transactional(propagation = Propagation.MANDATORY)
  public void lock(MoneyInId id) {
    lock(List.of(id));
  }

  /** The same of many, in the order of their ids. */
  @Transactional(propagation = Propagation.MANDATORY)
  public void lock(Collection<MoneyInId> ids) {
    InParts.of(
        ids.stream().map(MoneyInId::number).distinct().sorted().toList(),
        some ->
            entities
                .createNativeQuery(
                    "select id from money_in where id in (:ids) order by id for update")
                .setParameter("ids", some)
                .getResultList());
  }

  /**
   * Where an entry of a file stands.
   *
   * @param takesBack the booking that it takes back, in words; or how the bank names that
   */
  public record InFile(long id, Standing standing, Optional<String> takesBack) {}

  /** The entries that a file brought, by their ordinals in it. */
  @Transactional(readOnly = true)
  public Map<Integer, InFile> inFile(long arrivalId) {
    Map<Integer, InFile> inFile = new HashMap<>();
    entities
        .createQuery("from MoneyInRow where arrivalId = :a", MoneyInRow.class)
        .setParameter("a", arrivalId)
        .getResultStream()
        .forEach(m -> inFile.put(m.ordinal, new InFile(m.id, m.standing, takesBack(m))));
    return inFile;
  }

  private Optional<String> takesBack(MoneyInRow money) {
    return Optional.ofNullable(money.reversesId)
        .map(id -> entities.find(MoneyInRow.class, id))
        .map(o -> o.toFact().words() + " of " + o.bookingDate)
        .or(() -> Optional.ofNullable(money.originalReference));
  }

  /** An entry of an account, as a newer statement is held against it. */
  public record KnownEntry(long statementId, boolean held, AccountHistory.Known known) {}

  /** The entries of an account from a day on, held ones too, in the order of booking. */
  @Transactional(readOnly = true)
  public List<KnownEntry> knownOf(long bankAccountId, LocalDate from) {
    return entities
        .createQuery(
            """
            from MoneyInRow
            where bankAccountId = :a and bookingDate >= :d and detailOfId is null
              and standing <> WITHDRAWN
            order by bookingDate, id
            """,
            MoneyInRow.class)
        .setParameter("a", bankAccountId)
        .setParameter("d", from)
        .getResultStream()
        .map(m -> new KnownEntry(m.statementId, m.standing == Standing.HELD, m.toKnown()))
        .toList();
  }

  /** All that is said of the sums that a file brought, for their hash. */
  @Transactional(readOnly = true)
  public void write(long arrivalId, Consumer<Object> cells) {
    List<Long> ids =
        entities
            .createQuery("select id from MoneyInRow where arrivalId = :a order by id", Long.class)
            .setParameter("a", arrivalId)
            .getResultList();
    for (List<Long> piece : pieces.of(ids)) {
      pieces
          .read(
              reading ->
                  reading
                      .createQuery(OF_FILE, MoneyInRow.class)
                      .setParameter("a", arrivalId)
                      .setParameter("from", piece.get(0))
                      .setParameter("to", piece.get(piece.size() - 1))
                      .getResultList())
          .forEach(m -> m.write(cells));
    }
  }
}
