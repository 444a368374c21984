package io.sumbrel.core.matching;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import io.sumbrel.core.evidence.Evidence;
import io.sumbrel.core.matching.problem.MatchingProblem;
import io.sumbrel.core.party.Customer;
import io.sumbrel.core.party.CustomerId;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.core.rules.HouseLimits;
import io.sumbrel.core.rules.HouseRules;
import io.sumbrel.core.rules.SilentList;
import io.sumbrel.core.rules.SilentList.Entry;
import io.sumbrel.core.rules.SilentPayments;
import io.sumbrel.core.rules.SilentStep;
import io.sumbrel.core.tape.TapeLine;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** Money of a known payer that names nothing, placed by a list that somebody set. */
class SilentTest extends SmallHouse {
  private CustomerId alder;

  @BeforeEach
  void begin() {
    alder = customer("Alder Pots");
    item(alder, "T-1", 30_000); // each item that follows is due a day earlier
    item(alder, "T-2", 20_000);
    item(alder, "T-3", 10_000);
  }

  /** On in this order, the others off. */
  private static SilentList list(SilentStep... on) {
    List<Entry> steps = new ArrayList<>(Arrays.stream(on).map(s -> new Entry(s, true)).toList());
    Arrays.stream(SilentStep.values())
        .filter(s -> !List.of(on).contains(s))
        .forEach(s -> steps.add(new Entry(s, false)));
    return new SilentList(steps);
  }

  private void house(SilentStep... on) {
    silent(new SilentPayments(Optional.of(list(on)), Map.of()));
  }

  private void silent(SilentPayments silent) {
    rules = new HouseRules(HouseLimits.DEFAULTS, List.of(), silent, Set.of(), Set.of());
  }

  private Plan.Row row(long minor, String text) {
    pile.clear();
    money("ALDER POTS", minor, text);
    return plan().get(0);
  }

  private String first(long minor) {
    Plan.Row row = row(minor, "THANK YOU");
    return row.chosen().map(i -> row.ways().get(i).words()).orElse("");
  }

  @Test
  void withoutAListNothingIsPlacedThatTheAmountDoesNotSay() {
    assertThat(first(4_311)).isEmpty();
    assertThat(first(20_000)).isEqualTo("T-2");
  }

  @Test
  void runsDownFromTheEarliestDue() {
    house(SilentStep.EARLIEST_DUE);
    assertThat(first(17_311)).isEqualTo("earliest due first: T-3 + T-2");
    Proposal proposal = chosen(row(17_311, "THANK YOU"));
    assertThat(proposal.lines())
        .containsExactly(
            TapeLine.settles(items.get(2).id(), usd(10_000)),
            TapeLine.settles(items.get(1).id(), usd(7_311)));
    assertThat(proposal.certainty()).isEqualTo(Certainty.THIN);
    assertThat(proposal.evidence())
        .extracting(Evidence::words)
        .contains("the list of the house: earliest due first, where nothing is named");
  }

  @Test
  void theFirstStepThatFindsSomethingIsFollowed() {
    house(SilentStep.values());
    assertThat(first(20_000)).isEqualTo("T-2");
    assertThat(first(60_000)).isEqualTo("T-3 + T-2 + T-1");
    assertThat(first(60_001)).isEqualTo("T-3 + T-2 + T-1, 0.01 on account");
    house(SilentStep.EARLIEST_DUE, SilentStep.ONE_ITEM);
    assertThat(first(20_000)).isEqualTo("earliest due first: T-3 + T-2");
    house(SilentStep.ON_ACCOUNT, SilentStep.ONE_ITEM);
    assertThat(first(20_000)).isEqualTo("keep on account");
  }

  @Test
  void aStepThatIsOffFindsNothing() {
    house(SilentStep.WHOLE_SET);
    assertThat(first(60_000)).isEqualTo("T-3 + T-2 + T-1");
    house(SilentStep.ON_ACCOUNT);
    assertThat(row(20_000, "THANK YOU").ways()).noneMatch(w -> w.words().equals("T-2"));
    house(SilentStep.EARLIEST_DUE);
    assertThat(first(61_111)).as("more than is owed, and nothing may be kept").isEmpty();
  }

  @Test
  void whatIsNotOnTheListIsShownButNotTaken() {
    item(alder, "T-4", 4_400);
    house(SilentStep.ON_ACCOUNT);
    Plan.Row row = row(24_400, "THANK YOU");
    assertThat(chosen(row).words()).isEqualTo("keep on account");
    assertThat(chosen(row).lines()).containsExactly(TapeLine.onAccount(alder, usd(24_400)));
    assertThat(row.ways()).extracting(Proposal::words).contains("T-4 + T-2");
  }

  @Test
  void aListOfTheCustomersOwnIsAgreed() {
    silent(new SilentPayments(Optional.empty(), Map.of(alder, list(SilentStep.EARLIEST_DUE))));
    Proposal proposal = chosen(row(20_000, "THANK YOU"));
    assertThat(proposal.words()).startsWith("earliest due first");
    assertThat(chosen(row(17_311, "THANK YOU")).certainty()).isEqualTo(Certainty.LIKELY);
    assertThat(proposal.evidence()).anyMatch(e -> e.words().startsWith("agreed with the customer"));
  }

  @Test
  void aNumberInTheTextIsNotSilent() {
    house(SilentStep.ON_ACCOUNT);
    item(alder, "T-50011", 41_000);
    assertThat(chosen(row(41_000, "INVOICE 50011")).words()).isEqualTo("T-50011");
    assertThat(row(17_311, "INVOICE 50099").chosen()).as("an unknown number").isEmpty();
  }

  @Test
  void theCustomersOwnNumberSaysOnlyWhoPays() {
    CustomerId birch = new CustomerId(customers.size() + 1L);
    customers.add(new Customer(birch, "K-10432", "Birch Kilns", Optional.empty()));
    item(birch, "T-50011", 41_000);
    house(SilentStep.EARLIEST_DUE);
    pile.clear();
    money("SOMEBODY", 17_311, "CUSTOMER K-10432");
    assertThat(chosen(plan().get(0)).words()).isEqualTo("earliest due first: T-50011");
  }

  @Test
  void whatIsRecordedAlreadyIsTiedAndNeverPlacedByTheList() {
    house(SilentStep.EARLIEST_DUE);
    slip("S-1", 17_311);
    slip("S-2", 17_311);
    bankLine(17_311, "ALDER POTS DEPOSIT");
    Plan.Row row = plan().get(0);
    assertThat(row.ways()).anyMatch(Proposal::isTie);
    assertThat(row.ways()).noneMatch(w -> w.words().startsWith("earliest"));
  }

  @Test
  void aPayerWhoIsNotKnownIsNotPlaced() {
    house(SilentStep.ON_ACCOUNT);
    pile.clear();
    money("SOMEBODY ELSE", 17_311, "THANK YOU");
    assertThat(plan().get(0).chosen()).isEmpty();
  }

  @Test
  void whatIsPlacedByTheListDrawsOnWhatAllElseLeaves() {
    item(alder, "T-50012", 10_300);
    house(SilentStep.EARLIEST_DUE);
    money("ALDER POTS", 17_311, "THANK YOU");
    money("ALDER POTS", 10_300, "INVOICE T-50012");
    money("ALDER POTS", 22_222, "THANK YOU");
    List<Plan.Row> rows = plan();
    assertThat(chosen(rows.get(0)).lines())
        .containsExactly(
            TapeLine.settles(items.get(2).id(), usd(10_000)),
            TapeLine.settles(items.get(1).id(), usd(7_311)));
    assertThat(chosen(rows.get(2)).lines())
        .containsExactly(
            TapeLine.settles(items.get(1).id(), usd(12_689)),
            TapeLine.settles(items.get(0).id(), usd(9_533)));
  }

  @Test
  void aChangePlansAnewWhatTheListPlaces() {
    house(SilentStep.EARLIEST_DUE, SilentStep.ON_ACCOUNT);
    money("ALDER POTS", 17_311, "THANK YOU");
    money("ALDER POTS", 22_222, "THANK YOU");
    Plan before = Planner.plan(problem());
    pile.remove(0);
    items.set(2, items.get(2).moved(0, -10_000));
    MatchingProblem then = before.memory().problem.with(pile, items).orElseThrow();
    Plan after = Planner.replan(before, then);
    assertThat(after.rows()).isEqualTo(Planner.plan(problem()).rows());
    assertThat(chosen(after.rows().get(0)).lines())
        .containsExactly(
            TapeLine.settles(items.get(1).id(), usd(20_000)),
            TapeLine.settles(items.get(0).id(), usd(2_222)));
  }

  @Test
  void aListHasEachStepOnce() {
    assertThatThrownBy(() -> new SilentList(List.of(new Entry(SilentStep.ONE_ITEM, true))))
        .isInstanceOf(Refusal.class);
    assertThat(list(SilentStep.WHOLE_SET, SilentStep.ON_ACCOUNT).words())
        .isEqualTo("a whole set, then keep on account");
  }

  @Test
  void aListIsReadAsItIsWritten() {
    assertThat(SilentList.ofWords(List.of("whole-set", "one-item")).on())
        .containsExactly(SilentStep.WHOLE_SET, SilentStep.ONE_ITEM);
    assertThat(SilentList.ofWords(List.of()).words()).isEqualTo("no step");
    assertThat(SilentList.BEGINNING.on()).containsExactly(SilentStep.values());
    assertThatThrownBy(() -> SilentList.ofWords(List.of("one-item", "one-item")))
        .isInstanceOf(Refusal.class);
    assertThatThrownBy(() -> SilentList.ofWords(List.of("latest-due")))
        .hasMessage("“latest-due” is no step.");
  }
}
