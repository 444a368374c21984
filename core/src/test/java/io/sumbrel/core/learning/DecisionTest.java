package io.sumbrel.core.learning;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.core.difference.DifferenceReason;
import io.sumbrel.core.learning.Decision.Ground;
import io.sumbrel.core.learning.Decision.Hand;
import io.sumbrel.core.matching.Plan;
import io.sumbrel.core.matching.SmallHouse;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.party.CustomerId;
import io.sumbrel.core.rules.HouseLimits;
import io.sumbrel.core.rules.HouseRules;
import io.sumbrel.core.rules.SilentList;
import io.sumbrel.core.rules.SilentPayments;
import io.sumbrel.core.tape.ShortPayReason;
import io.sumbrel.core.tape.TapeLine;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** What was posted, held against what had been proposed. */
class DecisionTest extends SmallHouse {
  private CustomerId alder;
  private OpenItem first;
  private OpenItem second;

  @BeforeEach
  void begin() {
    alder = customer("Alder Pots");
    first = item(alder, "T-50001", 30_000);
    second = item(alder, "T-50002", 20_000);
  }

  private Plan.Row row(String payer, long minor, String text) {
    pile.clear();
    money(payer, minor, text);
    return plan().get(0);
  }

  private static List<TapeLine> chosen(Plan.Row row) {
    return row.ways().get(row.chosen().orElseThrow()).lines();
  }

  @Test
  void whatWasPlannedIsAcceptedOneByOneOrFromTheList() {
    Plan.Row row = row("ALDER POTS", 50_000, "T-50001 T-50002");
    Decision accepted = Decision.of(row, chosen(row), false);
    assertThat(accepted.hand()).isEqualTo(Hand.ACCEPTED);
    assertThat(accepted.ground()).contains(Ground.NUMBERS);
    assertThat(accepted.saidPerMillion()).isEqualTo(row.ways().get(0).perMillion()).isPositive();
    assertThat(Decision.of(row, chosen(row), true).hand()).isEqualTo(Hand.FROM_THE_LIST);
    List<TapeLine> turned = new ArrayList<>(chosen(row));
    Collections.reverse(turned);
    assertThat(Decision.of(row, turned, false)).isEqualTo(accepted);
  }

  @Test
  void whyARestStaysOpenDoesNotMakeItAnotherTape() {
    Plan.Row row = row("ALDER POTS", 21_300, "T-50001");
    List<TapeLine> disputed =
        chosen(row).stream().map(l -> l.leavingOpen(ShortPayReason.PRICE_DISPUTED)).toList();
    assertThat(Decision.of(row, disputed, false).hand()).isEqualTo(Hand.ACCEPTED);
  }

  @Test
  void anotherWayIsChosen() {
    Plan.Row row = row("ALDER POTS", 29_100, "T-50001");
    assertThat(row.ways().size()).isGreaterThan(1);
    Decision chosen = Decision.of(row, row.ways().get(1).lines(), true);
    assertThat(chosen.hand()).isEqualTo(Hand.CHOSEN);
    assertThat(chosen.hand().isAsPlanned()).isFalse();
    assertThat(chosen.saidPerMillion()).isEqualTo(row.ways().get(0).perMillion());
  }

  @Test
  void whatKeepsAnItemOfAProposalIsChangedAndTheRestIsByHand() {
    Plan.Row row = row("ALDER POTS", 29_100, "T-50001");
    List<TapeLine> changed =
        List.of(
            TapeLine.keptBack(DifferenceReason.PROCESSOR_FEE, usd(900)),
            TapeLine.settles(first.id(), usd(30_000)));
    assertThat(Decision.of(row, changed, false).hand()).isEqualTo(Hand.CHANGED);
    assertThat(Decision.of(row, changed, false).ground()).contains(Ground.NUMBERS);

    Decision byHand = Decision.of(row, List.of(TapeLine.unidentified(usd(29_100))), false);
    assertThat(byHand.hand()).isEqualTo(Hand.BY_HAND);
    assertThat(byHand.ground()).isEmpty();
  }

  @Test
  void nothingWasSaidWhereThePlanTookNothing() {
    Plan.Row row = row("NOBODY WE KNOW", 777, "HELLO");
    Decision byHand = Decision.of(row, List.of(TapeLine.onAccount(alder, usd(777))), false);
    assertThat(byHand).isEqualTo(new Decision(Hand.BY_HAND, Optional.empty(), 0));
  }

  @Test
  void saysWhatItRestsOn() {
    Plan.Row named = row("ALDER POTS", 20_000, "PAYMENT");
    assertThat(Decision.of(named, chosen(named), false).ground()).contains(Ground.AMOUNT);

    paidBefore(alder, "NORTH STREET OFFICE", "", 3);
    Plan.Row known = row("NORTH STREET OFFICE", 20_000, "PAYMENT");
    assertThat(Decision.of(known, chosen(known), false).ground()).contains(Ground.REMEMBERED);

    SilentPayments list = new SilentPayments(Optional.of(SilentList.BEGINNING), Map.of());
    rules = new HouseRules(HouseLimits.DEFAULTS, List.of(), list, Set.of(), Set.of());
    Plan.Row listed = row("NORTH STREET OFFICE", second.openMinor(), "PAYMENT");
    assertThat(Decision.of(listed, chosen(listed), false).ground()).contains(Ground.LIST);
  }
}
