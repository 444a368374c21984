package io.sumbrel.server.proof;

import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.posting.ItemMovement;
import io.sumbrel.core.proof.BooksFacts;
import io.sumbrel.core.receipt.MoneyIn;
import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.server.arrivals.Arrivals;
import io.sumbrel.server.arrivals.BankLine;
import io.sumbrel.server.arrivals.BankLines;
import io.sumbrel.server.audit.AuditRecord;
import io.sumbrel.server.books.BankAccount;
import io.sumbrel.server.books.Claims;
import io.sumbrel.server.books.Items;
import io.sumbrel.server.books.OpenBooks;
import io.sumbrel.server.books.Postings;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Isolation;
import org.springframework.transaction.annotation.Transactional;

/** Gathers all stored facts of a set of books, as of one moment. */
@Component
public class BooksFactsReader {
  private final OpenBooks books;
  private final BankLines bankLines;
  private final Claims claims;
  private final Items items;
  private final Postings postings;
  private final Arrivals arrivals;
  private final AuditRecord audit;

  BooksFactsReader(
      OpenBooks books,
      BankLines bankLines,
      Claims claims,
      Items items,
      Postings postings,
      Arrivals arrivals,
      AuditRecord audit) {
    this.books = books;
    this.bankLines = bankLines;
    this.claims = claims;
    this.items = items;
    this.postings = postings;
    this.arrivals = arrivals;
    this.audit = audit;
  }

  @Transactional(readOnly = true, isolation = Isolation.REPEATABLE_READ)
  public BooksFacts read(long booksId) {
    Map<Long, BankAccount> accounts =
        books.accounts(booksId).stream()
            .collect(Collectors.toMap(BankAccount::id, Function.identity()));
    List<BankLine> lines = bankLines.all(booksId);
    List<BankLine> held = bankLines.held(booksId);
    Map<Long, BankLines.Taken> taken = bankLines.taken(booksId);
    Map<MoneyInId, MoneyIn> money = new HashMap<>();
    lines.forEach(l -> money.put(l.moneyIn().id(), l.moneyIn()));
    Map<MoneyInId, Claims.Claim> claimed = claims.all(booksId);
    List<BankLines.StoredStatement> statements = bankLines.statements(booksId);
    List<Postings.Stored> stored = postings.all(booksId, money);
    List<OpenItem> all = items.all(booksId);
    Map<Long, Long> moved =
        lines.stream()
            .collect(
                Collectors.groupingBy(
                    BankLine::statementId, Collectors.summingLong(l -> l.moneyIn().amountMinor())));
    return new BooksFacts(
        accounts.values().stream()
            .map(a -> new BooksFacts.Account(a.code(), a.beginsOn(), a.beginsWith()))
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
                        accounts.get(l.bankAccountId()).code(),
                        l.moneyIn(),
                        Optional.ofNullable(claimed.get(l.moneyIn().id()))
                            .map(Claims.Claim::number)))
            .toList(),
        all,
        stored.stream().map(Postings.Stored::posting).toList(),
        arrivals.intakes(booksId).stream()
            .map(i -> i.isList() ? listIntake(i, stored) : statementIntake(i, taken, held))
            .toList(),
        audit.lines(booksId));
  }

  private static BooksFacts.Intake statementIntake(
      Arrivals.Intake intake, Map<Long, BankLines.Taken> taken, List<BankLine> held) {
    BankLines.Taken here = taken.getOrDefault(intake.arrivalId(), new BankLines.Taken(0, 0));
    List<BankLine> waiting =
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

  private static BooksFacts.Intake listIntake(
      Arrivals.Intake intake, List<Postings.Stored> stored) {
    List<ItemMovement> firstSeen =
        stored.stream()
            .filter(s -> s.arrivalId().equals(Optional.of(intake.arrivalId())))
            .flatMap(s -> s.posting().movements().stream())
            .filter(m -> m.kind() == ItemMovement.Kind.FIRST_SEEN)
            .toList();
    return new BooksFacts.Intake(
        intake.title(),
        intake.statedCount(),
        intake.statedMinor(),
        firstSeen.size(),
        firstSeen.stream().mapToLong(ItemMovement::openDelta).sum(),
        intake.knownCount(),
        intake.knownMinor(),
        0,
        0);
  }
}
