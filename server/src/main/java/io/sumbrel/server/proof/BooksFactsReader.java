package io.sumbrel.server.proof;

import io.sumbrel.core.deposit.RecordedId;
import io.sumbrel.core.money.Money;
import io.sumbrel.core.openitem.ItemId;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.posting.PostingNumber;
import io.sumbrel.core.proof.BooksFacts;
import io.sumbrel.core.proof.Fact;
import io.sumbrel.core.proof.PostingFact;
import io.sumbrel.core.receipt.MoneyIn;
import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.server.arrivals.ArrivalFacts;
import io.sumbrel.server.arrivals.Arrivals;
import io.sumbrel.server.audit.AuditRecord;
import io.sumbrel.server.bank.BankAccount;
import io.sumbrel.server.bank.BankAccounts;
import io.sumbrel.server.bank.Statements;
import io.sumbrel.server.chart.Charts;
import io.sumbrel.server.deposit.Deposits;
import io.sumbrel.server.ledger.Claims;
import io.sumbrel.server.ledger.MadeSince;
import io.sumbrel.server.ledger.Postings;
import io.sumbrel.server.matching.PastPayments;
import io.sumbrel.server.month.ProvedPoints;
import io.sumbrel.server.openitem.Items;
import io.sumbrel.server.openitem.ItemsHash;
import io.sumbrel.server.people.People;
import io.sumbrel.server.persistence.OneMoment;
import io.sumbrel.server.receipt.MoneyLine;
import io.sumbrel.server.receipt.MoneyLines;
import io.sumbrel.server.receipt.SetAsides;
import io.sumbrel.server.receipt.TakenIn;
import io.sumbrel.server.rules.Rules;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Currency;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.function.Supplier;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;

/** Gathers all stored facts of a set of books, as of one moment. */
@Component
public class BooksFactsReader {
  private final BankAccounts books;
  private final MoneyLines moneyLines;
  private final Claims claims;
  private final Items items;
  private final ItemsHash itemsHash;
  private final Postings postings;
  private final Arrivals arrivals;
  private final AuditRecord audit;
  private final Deposits deposits;
  private final PastPayments pastPayments;
  private final Statements bankStatements;
  private final ArrivalFacts arrivalFacts;
  private final People people;
  private final Rules rules;
  private final Charts charts;
  private final OneMoment oneMoment;
  private final StoodBefore before;
  private final MadeSince madeSince;
  private final ProvedPoints points;
  private final KeptFigures kept;
  private final SetAsides setAsides;

  BooksFactsReader(
      BankAccounts books,
      MoneyLines moneyLines,
      Claims claims,
      Items items,
      ItemsHash itemsHash,
      Postings postings,
      Arrivals arrivals,
      AuditRecord audit,
      Deposits deposits,
      PastPayments pastPayments,
      Statements bankStatements,
      ArrivalFacts arrivalFacts,
      People people,
      Rules rules,
      Charts charts,
      OneMoment oneMoment,
      StoodBefore before,
      MadeSince madeSince,
      ProvedPoints points,
      KeptFigures kept,
      SetAsides setAsides) {
    this.books = books;
    this.moneyLines = moneyLines;
    this.claims = claims;
    this.items = items;
    this.itemsHash = itemsHash;
    this.postings = postings;
    this.arrivals = arrivals;
    this.audit = audit;
    this.deposits = deposits;
    this.pastPayments = pastPayments;
    this.bankStatements = bankStatements;
    this.arrivalFacts = arrivalFacts;
    this.people = people;
    this.rules = rules;
    this.charts = charts;
    this.oneMoment = oneMoment;
    this.before = before;
    this.madeSince = madeSince;
    this.points = points;
    this.kept = kept;
    this.setAsides = setAsides;
  }

  /**
   * Looks at all facts as of one moment, while that lasts: postings and record are read as they are
   * asked for.
   */
  public <T> T read(long booksId, Function<BooksFacts, T> look) {
    return read(booksId, () -> StoodBefore.Part.EVERYTHING, look);
  }

  /** The same of what was made since the newest month was closed; of all where none is. */
  public <T> T readSinceClosing(long booksId, Function<BooksFacts, T> look) {
    return read(booksId, () -> before.part(booksId), look);
  }

  private <T> T read(long booksId, Supplier<StoodBefore.Part> part, Function<BooksFacts, T> look) {
    return oneMoment.read(
        () -> audit.lastNumber(booksId),
        () -> itemsAndFiles(booksId, part.get()),
        beside -> look.apply(facts(booksId, part.get(), beside)));
  }

  /** What is read beside the rest. */
  private record ItemsAndFiles(
      List<OpenItem> items, List<BooksFacts.Open> sums, List<Fact> standing) {}

  private ItemsAndFiles itemsAndFiles(long booksId, StoodBefore.Part part) {
    return new ItemsAndFiles(
        part.point().isPresent()
            ? List.copyOf(items.movedFrom(booksId, part.from().id()))
            : items.all(booksId),
        part.point().isPresent() ? items.sums(booksId) : List.of(),
        standing(booksId, part));
  }

  private BooksFacts facts(
      long booksId, StoodBefore.Part part, Supplier<ItemsAndFiles> itemsAndFiles) {
    long file = part.firstArrival();
    Map<Long, BankAccount> accounts =
        books.all(booksId).stream().collect(Collectors.toMap(BankAccount::id, Function.identity()));
    Collection<MoneyLine> lines =
        part.point()
            .map(p -> moneyLines.since(booksId, accounts.keySet(), p.closed(), p.from().id()))
            .orElseGet(() -> moneyLines.all(booksId));
    List<MoneyLine> held = moneyLines.held(booksId);
    Map<Long, TakenIn> taken = moneyLines.taken(file);
    Map<MoneyInId, MoneyIn> money = new HashMap<>();
    List<MoneyLine> gone = moneyLines.gone(booksId);
    Stream.concat(lines.stream(), gone.stream())
        .forEach(l -> money.put(l.moneyIn().id(), l.moneyIn()));
    MadeSince.Made made = madeSince.made(booksId, part.from());
    Map<MoneyInId, PostingNumber> claimed = claimed(made, part, lines);
    Beginnings beginnings = new Beginnings(bankStatements.all(booksId), part.point());
    List<Statements.Stored> statements = beginnings.statements;
    Map<Long, TakenIn> firstSeen = madeSince.firstSeen(made);
    Map<Long, Long> moved =
        moneyLines.moved(statements.stream().mapToLong(Statements.Stored::id).min().orElse(0));
    Map<RecordedId, PostingNumber> ties = claims.ties(booksId);
    Map<Long, MoneyInId> ofMember = moneyLines.ofMembers(booksId);
    Map<Long, TakenIn> members = deposits.taken(booksId);
    Map<Long, TakenIn> past = pastPayments.taken(booksId);
    Optional<BooksFacts.Before> stoodBefore =
        part.point()
            .map(p -> before.of(booksId, part, made, accounts, () -> itemsAndFiles.get().sums));
    ItemsAndFiles beside = itemsAndFiles.get();
    Map<ItemId, OpenItem> byId =
        beside.items.stream().collect(Collectors.toMap(OpenItem::id, Function.identity()));
    Iterable<BooksFacts.Made> inTurn =
        postings.inTurn(booksId, part.from(), byId::get, money::get, s -> made(s, byId));
    return new BooksFacts(
        accounts.values().stream()
            .map(a -> new BooksFacts.Account(a.code(), a.beginsOn(), beginnings.of(a)))
            .toList(),
        statements.stream()
            .map(
                s ->
                    new BooksFacts.Statement(
                        accounts.get(s.bankAccountId()).code(),
                        s.closingDate(),
                        moved.getOrDefault(s.id(), 0L),
                        s.closingMinor()))
            .toList(),
        lines.stream()
            .map(
                l ->
                    new BooksFacts.Entry(
                        l.moneyAccount(id -> accounts.get(id).code()),
                        l.moneyIn(),
                        Optional.ofNullable(claimed.get(l.moneyIn().id()))))
            .toList(),
        gone.stream()
            .map(
                l ->
                    new BooksFacts.Entry(
                        l.moneyAccount(id -> accounts.get(id).code()),
                        l.moneyIn(),
                        Optional.empty()))
            .toList(),
        setAsides.ids(booksId),
        deposits(booksId, ofMember, ties),
        deposits.onHand(booksId).stream().map(m -> onHand(m, ofMember, ties)).toList(),
        beside.items,
        part.point().isPresent() ? Optional.empty() : Optional.of(kept.of(booksId)),
        inTurn,
        arrivals.intakes(booksId, file).stream()
            .filter(i -> part.has(i.arrivalId()))
            .map(
                i ->
                    switch (i.use()) {
                      case OPEN_ITEMS -> intake(i, firstSeen.get(i.arrivalId()));
                      case DEPOSITS, BROUGHT_FORWARD, BY_HAND, TAKINGS ->
                          intake(i, members.get(i.arrivalId()));
                      case PAST_PAYMENTS -> intake(i, past.get(i.arrivalId()));
                      case STATEMENT, INFORMATION, DETAIL -> statementIntake(i, taken, held);
                    })
            .toList(),
        audit.trail(booksId, Math.max(1, part.from().record())),
        beside.standing,
        stoodBefore);
  }

  /**
   * From which statement on each account is looked at, and the balance that the one before left.
   */
  private static final class Beginnings {
    private final List<Statements.Stored> statements = new ArrayList<>();
    private final Map<Long, Long> balances = new HashMap<>();

    Beginnings(List<Statements.Stored> all, Optional<ProvedPoints.Point> point) {
      for (Statements.Stored statement : all) {
        boolean before =
            point.filter(p -> !statement.closingDate().isAfter(p.closed())).isPresent();
        if (before && statement.closingMinor().isPresent()) {
          balances.put(statement.bankAccountId(), statement.closingMinor().get());
          statements.removeIf(s -> s.bankAccountId() == statement.bankAccountId());
        } else {
          statements.add(statement);
        }
      }
    }

    Money of(BankAccount account) {
      Currency currency = account.beginsWith().currency();
      return Optional.ofNullable(balances.get(account.id()))
          .map(minor -> Money.ofMinor(currency, minor))
          .orElse(account.beginsWith());
    }
  }

  /** The claims of what is looked at; of a part, those from before on its sums too. */
  private Map<MoneyInId, PostingNumber> claimed(
      MadeSince.Made made, StoodBefore.Part part, Collection<MoneyLine> lines) {
    Map<MoneyInId, PostingNumber> claimed = madeSince.claims(made);
    if (part.point().isPresent()) {
      List<MoneyInId> others =
          lines.stream().map(l -> l.moneyIn().id()).filter(m -> !claimed.containsKey(m)).toList();
      claims.some(others).forEach((money, claim) -> claimed.put(money, claim.number()));
    }
    return claimed;
  }

  private static BooksFacts.Made made(Postings.Stored stored, Map<ItemId, OpenItem> items) {
    return new BooksFacts.Made(
        stored.posting(), Optional.of(PostingFact.of(stored.posting(), stored.by(), items::get)));
  }

  /** What the record names besides postings, as it is now. */
  private List<Fact> standing(long booksId, StoodBefore.Part part) {
    List<Fact> standing = new ArrayList<>();
    if (part.point().isPresent()) {
      part.arrivals().forEach(a -> standing.add(arrivalFacts.of(a)));
    } else {
      standing.addAll(arrivalFacts.all(booksId));
      itemsHash.reckoned(booksId).ifPresent(standing::add);
    }
    standing.add(people.rights(booksId));
    standing.add(rules.standing(booksId));
    standing.add(charts.standing(booksId));
    standing.addAll(points.facts(booksId));
    setAsides.standing(booksId).ifPresent(standing::add);
    return standing;
  }

  private List<BooksFacts.Deposit> deposits(
      long booksId, Map<Long, MoneyInId> ofMember, Map<RecordedId, PostingNumber> ties) {
    List<Deposits.Stored> all = deposits.all(booksId);
    Map<Long, PostingNumber> numbers =
        claims.numbers(
            all.stream()
                .flatMap(d -> Stream.concat(d.handedInId().stream(), d.postedId().stream()))
                .toList());
    return all.stream().map(d -> deposit(d, numbers, ofMember, ties)).toList();
  }

  private static BooksFacts.Deposit deposit(
      Deposits.Stored stored,
      Map<Long, PostingNumber> numbers,
      Map<Long, MoneyInId> ofMember,
      Map<RecordedId, PostingNumber> ties) {
    RecordedId id = new RecordedId(stored.id());
    return new BooksFacts.Deposit(
        id,
        stored.deposit().words() + " of " + stored.deposit().date(),
        stored.deposit().kind(),
        stored.clearing(),
        stored.deposit().currency(),
        stored.deposit().netMinor(),
        // what a slip of our own holds stands by itself too
        stored.handedInId().isPresent()
            ? List.of()
            : stored.members().stream()
                .map(m -> member(m, Optional.ofNullable(ofMember.get(m.id()))))
                .toList(),
        stored.handedInId().map(numbers::get),
        stored.postedId().map(numbers::get),
        stored.entryId().map(MoneyInId::new),
        Optional.ofNullable(ties.get(id)));
  }

  private static BooksFacts.OnHand onHand(
      Deposits.StoredMember stored,
      Map<Long, MoneyInId> ofMember,
      Map<RecordedId, PostingNumber> ties) {
    RecordedId id = new RecordedId(stored.id());
    return new BooksFacts.OnHand(
        id,
        stored.member().kind(),
        stored.holding().orElseThrow(),
        stored.currency(),
        stored.member().amountMinor(),
        Optional.ofNullable(ofMember.get(stored.id())),
        Optional.ofNullable(ties.get(id)));
  }

  private static BooksFacts.Member member(
      Deposits.StoredMember stored, Optional<MoneyInId> moneyIn) {
    return new BooksFacts.Member(
        stored.member().kind(), stored.currency(), stored.member().amountMinor(), moneyIn);
  }

  /** Of a file whose rows are stored one by one. */
  private static BooksFacts.Intake intake(Arrivals.Intake intake, TakenIn taken) {
    return new BooksFacts.Intake(
        intake.title(),
        intake.statedCount(),
        intake.statedMinor(),
        taken == null ? 0 : taken.count(),
        taken == null ? 0 : taken.minor(),
        intake.knownCount(),
        intake.knownMinor(),
        0,
        0);
  }

  private static BooksFacts.Intake statementIntake(
      Arrivals.Intake intake, Map<Long, TakenIn> taken, List<MoneyLine> held) {
    TakenIn here = taken.getOrDefault(intake.arrivalId(), new TakenIn(0, 0));
    List<MoneyLine> waiting =
        held.stream().filter(l -> l.arrivalId() == intake.arrivalId()).toList();
    return new BooksFacts.Intake(
        intake.title(),
        intake.statedCount(),
        intake.statedMinor(),
        here.count(),
        here.minor(),
        intake.knownCount(),
        intake.knownMinor(),
        waiting.size(),
        waiting.stream().mapToLong(l -> l.moneyIn().amountMinor()).sum());
  }
}
