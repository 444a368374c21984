package io.sumbrel.server.matching;

import io.sumbrel.core.deposit.Recorded;
import io.sumbrel.core.matching.weights.Weights;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.party.Customer;
import io.sumbrel.core.posting.PostingNumber;
import io.sumbrel.core.proof.AuditLine;
import io.sumbrel.core.receipt.MoneyIn;
import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.core.receipt.PastPayment;
import io.sumbrel.core.rules.HouseRules;
import io.sumbrel.server.audit.AuditRecord;
import io.sumbrel.server.books.Houses;
import io.sumbrel.server.deposit.WaitingForTie;
import io.sumbrel.server.ledger.Claims;
import io.sumbrel.server.ledger.Explanations;
import io.sumbrel.server.ledger.Ledger;
import io.sumbrel.server.openitem.Items;
import io.sumbrel.server.openitem.ItemsHash;
import io.sumbrel.server.party.Customers;
import io.sumbrel.server.persistence.OneMoment;
import io.sumbrel.server.receipt.MoneyLine;
import io.sumbrel.server.receipt.MoneyLines;
import io.sumbrel.server.rules.Rules;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.springframework.stereotype.Component;

/**
 * Reads what a plan is made from: everything at first, and then no more than what the acts since
 * the last plan touched.
 */
@Component
class PlanReader {
  /** Acts that move items, and change nothing else of what a plan is made from. */
  private static final Set<String> ONLY_MOVING = Set.of(Ledger.TAPE_POSTED, Ledger.TURNED_BACK);

  /** Acts of which no plan is made. */
  private static final Set<String> CHANGING_NOTHING =
      Set.of(
          "month-closed",
          "month-reopened",
          "second-person-asked",
          "sent-back",
          "tape-withdrawn",
          "slip-begun",
          "note-written",
          "paper-added",
          "paper-taken-off",
          "question-asked",
          "question-answered",
          "responsible-set",
          "next-look-set",
          "file-layout",
          "file-waiting",
          "file-information",
          "file-known",
          "file-refused",
          "file-dropped",
          "account-meant",
          "files-fetched",
          "fetching-failed",
          "fetch-times-set",
          "signed-in",
          "sign-in-refused",
          "person-invited",
          "password-set",
          "rights-asked",
          "rights-set",
          "rights-turned-down",
          "person-locked-out",
          "person-let-in");

  /** With more items changed since the indexes were built, these are built anew. */
  private static final int MOST_CHANGES = 500;

  private final AuditRecord audit;
  private final MoneyLines moneyLines;
  private final WaitingForTie waitingForTie;
  private final Claims claims;
  private final Items items;
  private final Explanations explanations;
  private final Customers customers;
  private final Rules rules;
  private final PastPayments pastPayments;
  private final Decisions decisions;
  private final HouseWeights weights;
  private final Houses houses;
  private final OneMoment oneMoment;

  PlanReader(
      AuditRecord audit,
      MoneyLines moneyLines,
      WaitingForTie waitingForTie,
      Claims claims,
      Items items,
      Explanations explanations,
      Customers customers,
      Rules rules,
      PastPayments pastPayments,
      Decisions decisions,
      HouseWeights weights,
      Houses houses,
      OneMoment oneMoment) {
    this.audit = audit;
    this.moneyLines = moneyLines;
    this.waitingForTie = waitingForTie;
    this.claims = claims;
    this.items = items;
    this.explanations = explanations;
    this.customers = customers;
    this.rules = rules;
    this.pastPayments = pastPayments;
    this.decisions = decisions;
    this.weights = weights;
    this.houses = houses;
    this.oneMoment = oneMoment;
  }

  /**
   * What changes seldom, and then everything with it.
   *
   * @param past a number for the state of the past payments, which come and go with their files
   */
  record Basis(
      List<Customer> customers,
      long past,
      List<Recorded> recorded,
      HouseRules rules,
      Weights weights) {

    /** Whether a problem made from one goes on with the other: who is forgotten it takes up. */
    boolean goesOnWith(Basis other) {
      return withoutForgotten().equals(other.withoutForgotten());
    }

    private Basis withoutForgotten() {
      return new Basis(customers, past, recorded, rules.forgetting(Set.of()), weights);
    }
  }

  /**
   * What a plan is made from.
   *
   * @param feedNumber the line of the record that all of it is as new as, or newer
   * @param decided what it changes of what was decided
   * @param moved the items that may have changed since a board was made; empty where everything is
   *     read
   * @param candidates every item that may be meant, where everything is read
   */
  record Read(
      long feedNumber,
      List<MoneyLine> pile,
      Basis basis,
      Decided.Change decided,
      Optional<Collection<OpenItem>> moved,
      List<OpenItem> candidates,
      List<PastPayment> past) {
    List<MoneyIn> money() {
      return pile.stream().map(MoneyLine::moneyIn).toList();
    }

    Read with(Decided.Change decided) {
      return new Read(feedNumber, pile, basis, decided, moved, candidates, past);
    }
  }

  /** Decisions, of which a house has most, are read beside the rest. */
  Read first(long booksId) {
    return oneMoment.read(
        () -> audit.lastNumber(booksId),
        () -> decisions.all(booksId),
        decided -> {
          Read rest =
              readAll(
                  booksId,
                  audit.lastNumber(booksId),
                  Optional.empty(),
                  List.of(),
                  Decided.Change.NONE);
          return rest.with(new Decided().toAll(decided.get()));
        });
  }

  /** What changed since a board was made. */
  Read since(long booksId, PlanBoard.Board before) {
    return oneMoment.read(() -> readSince(booksId, before));
  }

  /** What was read of changes, with everything else. */
  Read withEverything(long booksId, Read changes) {
    return oneMoment.read(() -> readEverything(booksId, changes));
  }

  private Read readSince(long booksId, PlanBoard.Board before) {
    List<AuditLine> since =
        audit.linesAfter(booksId, before.feedNumber()).stream()
            .filter(l -> !CHANGING_NOTHING.contains(l.act().name()))
            .toList();
    List<PostingNumber> moving =
        since.stream()
            .filter(PlanReader::onlyMoves)
            .map(l -> PostingNumber.parse(l.act().subject()))
            .toList();
    Explanations.Effects touched = explanations.effectsOf(booksId, moving);
    return since.stream().allMatch(PlanReader::onlyMoves)
        ? readChanges(booksId, before, touched)
        : readAll(
            booksId,
            audit.lastNumber(booksId),
            Optional.of(before),
            since,
            decided(booksId, before, touched));
  }

  private static boolean onlyMoves(AuditLine line) {
    return ONLY_MOVING.contains(line.act().name());
  }

  private Decided.Change decided(
      long booksId, PlanBoard.Board before, Explanations.Effects touched) {
    return before.decided().to(touched.tapes(), decisions.among(booksId, touched.tapes()));
  }

  /** Only tapes were posted and turned back since: no more is read than what they touched. */
  private Read readChanges(long booksId, PlanBoard.Board before, Explanations.Effects touched) {
    Set<MoneyInId> claimed = claims.among(touched.money());
    Set<MoneyInId> known = new HashSet<>();
    List<MoneyLine> pile = new ArrayList<>();
    for (MoneyLine line : before.pile()) {
      known.add(line.moneyIn().id());
      if (!claimed.contains(line.moneyIn().id())) {
        pile.add(line);
      }
    }
    List<MoneyInId> again =
        touched.money().stream().filter(m -> !claimed.contains(m) && !known.contains(m)).toList();
    if (!again.isEmpty()) {
      pile.addAll(moneyLines.some(booksId, again));
      pile.sort(MoneyLine.IN_ORDER);
    }
    Basis basis =
        new Basis(
            before.basis().customers,
            before.basis().past,
            waitingForTie.recorded(booksId),
            before.basis().rules,
            before.basis().weights);
    boolean goesOn = before.basis().goesOnWith(basis) && before.problem().changes() < MOST_CHANGES;
    return new Read(
        audit.lastNumber(booksId),
        pile,
        basis,
        decided(booksId, before, touched),
        goesOn ? Optional.of(items.find(booksId, touched.items()).values()) : Optional.empty(),
        goesOn ? List.of() : candidates(booksId, basis),
        goesOn ? List.of() : pastPayments.all(booksId));
  }

  /** Decisions are many, and only postings change them. */
  private Read readAll(
      long booksId,
      long feedNumber,
      Optional<PlanBoard.Board> before,
      List<AuditLine> since,
      Decided.Change decided) {
    Basis basis =
        new Basis(
            customers.all(booksId),
            pastPayments.newest(booksId),
            waitingForTie.recorded(booksId),
            rules.of(booksId),
            weights.of(booksId));
    boolean goesOn =
        before
            .filter(b -> b.basis().goesOnWith(basis) && b.problem().changes() < MOST_CHANGES)
            .isPresent();
    return new Read(
        feedNumber,
        moneyLines.pile(booksId),
        basis,
        decided,
        goesOn ? Optional.of(changed(booksId, before.get(), since)) : Optional.empty(),
        goesOn ? List.of() : candidates(booksId, basis),
        goesOn ? List.of() : pastPayments.all(booksId));
  }

  /** What postings moved; where a list said something of items, all of them. */
  private Collection<OpenItem> changed(
      long booksId, PlanBoard.Board before, List<AuditLine> since) {
    return ItemsHash.isNamedIn(since)
        ? items.all(booksId)
        : items.find(booksId, explanations.movedAfter(booksId, before.feedNumber())).values();
  }

  /** Where the indexes cannot take a change up: they are built anew of all items. */
  private Read readEverything(long booksId, Read changes) {
    return new Read(
        changes.feedNumber,
        changes.pile,
        changes.basis,
        changes.decided,
        Optional.empty(),
        candidates(booksId, changes.basis),
        pastPayments.all(booksId));
  }

  /** What is open, and what was settled within the look-back. */
  private List<OpenItem> candidates(long booksId, Basis basis) {
    LocalDate from =
        houses.businessDate(booksId).minusMonths(basis.rules.limits().lookBackMonths());
    return items.openOrAfter(booksId, from);
  }
}
