package io.sumbrel.core.proof;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.core.books.RandomWalk;
import io.sumbrel.core.ledger.AccountCode;
import io.sumbrel.core.ledger.JournalLine;
import io.sumbrel.core.openitem.ItemId;
import io.sumbrel.core.openitem.ItemKind;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.posting.ItemMovement;
import io.sumbrel.core.posting.Posting;
import io.sumbrel.core.posting.PostingKind;
import io.sumbrel.core.posting.PostingNumber;
import io.sumbrel.core.receipt.MoneyInId;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** The proof of what was made since a month was closed, against the proof of everything. */
class ProofSinceTest {
  /** What is seen of something from before, and not always of its own; and by what it is. */
  private static final Map<Integer, List<Integer>> IN_A_SUM =
      Map.of(1, List.of(1, 11), 2, List.of(2, 4, 12), 7, List.of(7, 11), 9, List.of(9, 13));

  @ParameterizedTest
  @ValueSource(longs = {41, 42, 43, 44})
  void holdsWhereEverythingHoldsFromWhateverDayOn(long seed) {
    Walked walked = new Walked(seed);
    int cut = 0;
    for (LocalDate closed : walked.days()) {
      BooksFacts since = walked.since(closed, walked.facts, walked.postings);
      assertThat(Proof.of(since).lines()).as("since " + closed).allMatch(ProofLine::holds);
      cut += since.items().size() < walked.facts.items().size() ? 1 : 0;
    }
    assertThat(cut).as("days since which not every item moved").isGreaterThan(3);
  }

  @ParameterizedTest
  @ValueSource(longs = {45, 46})
  void seesWhateverTheWholeProofSeesOfWhatIsSince(long seed) {
    Walked walked = new Walked(seed);
    LocalDate closed = walked.days().get(walked.days().size() / 2);
    int from = walked.first(closed);
    // the last leaves no gap in the numbers; of stored books the record names it
    for (int gone = from; gone < walked.postings.size() - 1; gone += 3) {
      List<Posting> some = new ArrayList<>(walked.postings);
      Posting without = some.remove(gone);
      List<Integer> whole = broken(of(walked.facts, some));
      List<Integer> broken = broken(walked.since(closed, walked.facts, some));
      assertThat(whole).isNotEmpty();
      assertThat(broken)
          .as("without " + without)
          .containsAll(whole.stream().filter(n -> !IN_A_SUM.containsKey(n)).toList());
      IN_A_SUM.forEach(
          (number, sums) -> {
            if (whole.contains(number)) {
              assertThat(broken).as("by itself, or in a sum").containsAnyElementsOf(sums);
            }
          });
    }
  }

  @ParameterizedTest
  @ValueSource(longs = {47, 48})
  void seesByItsSumsAnItemFromBeforeThatWasChanged(long seed) {
    Walked walked = new Walked(seed);
    // the last day: nearly all items stood before it
    LocalDate closed = walked.days().get(walked.days().size() - 1);
    BooksFacts since = walked.since(closed, walked.facts, walked.postings);
    Set<ItemId> moved = since.items().stream().map(OpenItem::id).collect(Collectors.toSet());
    OpenItem untouched =
        walked.facts.items().stream()
            .filter(i -> !moved.contains(i.id()) && i.kind() == ItemKind.INVOICE)
            .findFirst()
            .orElseThrow();
    List<OpenItem> items = new ArrayList<>(walked.facts.items());
    items.set(items.indexOf(untouched), untouched.moved(1, 1));
    assertThat(broken(walked.since(closed, with(walked.facts, items), walked.postings)))
        .containsExactly(4);
  }

  private static List<Integer> broken(BooksFacts facts) {
    return Proof.of(facts).lines().stream().filter(l -> !l.holds()).map(ProofLine::number).toList();
  }

  private static BooksFacts of(BooksFacts facts, List<Posting> postings) {
    return Walked.made(facts, facts.entries(), facts.items(), postings, Optional.empty());
  }

  private static BooksFacts with(BooksFacts facts, List<OpenItem> items) {
    return Walked.made(facts, facts.entries(), items, List.of(), Optional.empty());
  }

  /** Books in which something was done, and what of them is since a day. */
  private static final class Walked {
    private final BooksFacts facts;
    private final List<Posting> postings;

    Walked(long seed) {
      RandomWalk walk = new RandomWalk(seed);
      for (int step = 0; step < 300; step++) {
        walk.step();
      }
      facts = walk.books().facts();
      postings = walk.books().postings();
    }

    /** Each day on which something was posted, but for the last. */
    List<LocalDate> days() {
      List<LocalDate> days = postings.stream().map(Posting::date).distinct().sorted().toList();
      return days.subList(0, days.size() - 1);
    }

    int first(LocalDate closed) {
      int first = 0;
      while (!postings.get(first).date().isAfter(closed)) {
        first++;
      }
      return first;
    }

    /**
     * @param now the facts, perhaps broken, while what was kept is not
     * @param all the postings, which are as they were up to the first after that day
     */
    BooksFacts since(LocalDate closed, BooksFacts now, List<Posting> all) {
      int first = first(closed);
      List<Posting> earlier = postings.subList(0, first);
      List<Posting> since = all.subList(first, all.size());
      Set<ItemId> touched = new HashSet<>();
      since.forEach(p -> p.movements().forEach(m -> touched.add(m.item())));
      List<BooksFacts.Explaining> explaining = explaining(earlier, since);
      return made(
          now,
          entries(now, closed, since, explaining, earlier),
          now.items().stream().filter(i -> touched.contains(i.id())).toList(),
          since,
          Optional.of(
              new BooksFacts.Before(
                  closed,
                  bank(closed),
                  explaining,
                  moved(earlier, touched),
                  ledger(earlier),
                  now.items().stream().map(BooksFacts.Open::of).toList(),
                  lastNumbers(earlier),
                  Set.of())));
    }

    private static Map<Integer, Integer> lastNumbers(List<Posting> earlier) {
      return earlier.stream()
          .map(Posting::number)
          .collect(Collectors.toMap(PostingNumber::year, PostingNumber::number, Math::max));
    }

    private Map<AccountCode, BankReconciliation> bank(LocalDate closed) {
      BankDays days = Proof.of(facts).bankDays();
      return facts.accounts().stream()
          .filter(a -> !a.beginsOn().isAfter(closed))
          .map(a -> days.on(a.code(), closed))
          .collect(Collectors.toMap(BankReconciliation::account, r -> r));
    }

    private static List<BooksFacts.Explaining> explaining(
        List<Posting> earlier, List<Posting> since) {
      Set<PostingNumber> over = turnedBack(earlier);
      Set<PostingNumber> again = turnedBack(since);
      Set<MoneyInId> money =
          since.stream().flatMap(p -> p.claims().money().stream()).collect(Collectors.toSet());
      return earlier.stream()
          .filter(p -> !over.contains(p.number()))
          .filter(
              p ->
                  again.contains(p.number())
                      || p.claims().money().stream().anyMatch(money::contains))
          .map(p -> new BooksFacts.Explaining(p.number(), p.date(), p.claims().money()))
          .toList();
    }

    private static Set<PostingNumber> turnedBack(List<Posting> postings) {
      return postings.stream().flatMap(p -> p.turnsBack().stream()).collect(Collectors.toSet());
    }

    private static Map<ItemId, BooksFacts.Moved> moved(List<Posting> earlier, Set<ItemId> of) {
      Map<ItemId, BooksFacts.Moved> moved = new HashMap<>();
      for (Posting posting : earlier) {
        for (ItemMovement movement : posting.movements()) {
          if (of.contains(movement.item())) {
            moved.merge(
                movement.item(),
                new BooksFacts.Moved(movement.totalDelta(), movement.openDelta()),
                (a, b) ->
                    new BooksFacts.Moved(
                        a.totalMinor() + b.totalMinor(), a.openMinor() + b.openMinor()));
          }
        }
      }
      return moved;
    }

    private static List<JournalLine> ledger(List<Posting> earlier) {
      return earlier.stream()
          .filter(p -> p.kind() != PostingKind.BANK_BEGINS)
          .flatMap(p -> p.entry().lines().stream())
          .toList();
    }

    private static List<BooksFacts.Entry> entries(
        BooksFacts facts,
        LocalDate closed,
        List<Posting> since,
        List<BooksFacts.Explaining> explaining,
        List<Posting> earlier) {
      Set<PostingNumber> before = earlier.stream().map(Posting::number).collect(Collectors.toSet());
      Set<MoneyInId> named = new HashSet<>();
      since.forEach(p -> named.addAll(p.claims().money()));
      explaining.forEach(e -> named.addAll(e.money()));
      facts.deposits().forEach(d -> d.waiting().ifPresent(named::add));
      facts.deposits().stream()
          .flatMap(d -> d.members().stream())
          .forEach(m -> m.moneyIn().ifPresent(named::add));
      facts.onHand().forEach(o -> o.moneyIn().ifPresent(named::add));
      return facts.entries().stream()
          .filter(
              e ->
                  e.moneyIn().bookingDate().isAfter(closed)
                      || e.explanation().filter(n -> !before.contains(n)).isPresent()
                      || named.contains(e.moneyIn().id()))
          .toList();
    }

    static BooksFacts made(
        BooksFacts facts,
        List<BooksFacts.Entry> entries,
        List<OpenItem> items,
        List<Posting> postings,
        Optional<BooksFacts.Before> before) {
      return new BooksFacts(
          facts.accounts(),
          facts.statements(),
          entries,
          facts.gone(),
          facts.setAside(),
          facts.deposits(),
          facts.onHand(),
          items,
          facts.kept(),
          BooksFacts.Made.unrecorded(postings),
          facts.intakes(),
          facts.audit(),
          facts.standing(),
          before);
    }
  }
}
