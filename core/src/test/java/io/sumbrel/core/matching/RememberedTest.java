package io.sumbrel.core.matching;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.core.matching.problem.RememberedPayers.Known;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.party.CustomerId;
import io.sumbrel.core.receipt.PastPayment;
import io.sumbrel.core.rules.ForgottenPayer;
import io.sumbrel.core.rules.HouseLimits;
import io.sumbrel.core.rules.HouseRules;
import io.sumbrel.core.rules.SilentPayments;
import io.sumbrel.core.tape.Tape;
import io.sumbrel.core.tape.TapeLine;
import io.sumbrel.core.tape.TapeMoney;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** What is remembered of those who pay, what is to be forgotten, and what a tape teaches. */
class RememberedTest extends SmallHouse {
  private CustomerId alder;
  private CustomerId birch;
  private OpenItem ofAlder;

  @BeforeEach
  void begin() {
    alder = customer("Alder Pots");
    birch = customer("Birch Kilns");
    ofAlder = item(alder, "T-1", 30_000);
    paidBefore(alder, "CITY TREASURY", "0110-77", 3);
    money("CITY TREASURY", 12_345, "THANK YOU");
  }

  private void forget(ForgottenPayer... payers) {
    rules =
        new HouseRules(
            HouseLimits.DEFAULTS, List.of(), SilentPayments.NOT_SET, Set.of(payers), Set.of());
  }

  @Test
  void whoIsForgottenForACustomerIsNotKnownAgain() {
    assertThat(plan().get(0).customer()).contains(alder);
    forget(new ForgottenPayer("CITY TREASURY", false, alder));
    assertThat(plan().get(0).customer()).isEmpty();
    forget(new ForgottenPayer("CITY TREASURY", false, birch));
    assertThat(plan().get(0).customer()).as("for another alone").contains(alder);
    forget(new ForgottenPayer("CITY TREASURY", true, alder));
    assertThat(plan().get(0).customer()).as("by the account alone").contains(alder);
  }

  @Test
  void theListSaysFromWhereAndHowOften() {
    past.add(here(alder));
    assertThat(problem().remembered().all(k -> true))
        .containsExactlyInAnyOrder(
            new Known("CITY TREASURY", false, alder, 4, 3, DAY),
            new Known("011077", true, alder, 3, 3, DAY.minusDays(30)));
    assertThat(problem().remembered().after(List.of(here(birch)), List.of()).all(Known::byAccount))
        .hasSize(1);
    forget(new ForgottenPayer("CITY TREASURY", false, alder));
    assertThat(problem().remembered().all(k -> !k.byAccount())).isEmpty();
    assertThat(
            problem().remembered().after(List.of(here(alder)), List.of()).all(k -> !k.byAccount()))
        .as("what is decided later does not bring it back")
        .isEmpty();
  }

  @Test
  void aHabitIsSaidWhereItIsUsual() {
    assertThat(problem().remembered().habitOf(alder).words())
        .as("three payments, a month of 30 days apart: 17 Oct, 17 Sep, 18 Aug")
        .containsExactly("pays about day 17 of a month: 3 of 3 payments");
    assertThat(problem().remembered().habitOf(birch).words()).isEmpty();
  }

  /** Decided in these books. */
  private static PastPayment here(CustomerId customer) {
    return new PastPayment(
        0,
        DAY,
        Optional.of("CITY TREASURY"),
        Optional.empty(),
        USD,
        100,
        "K-" + customer.number(),
        List.of(),
        0);
  }

  private Optional<String> taught(String payer, OpenItem item) {
    pile.clear();
    money(payer, 30_000, "");
    Tape tape =
        new Tape(
            TapeMoney.of(pile.get(0)),
            List.of(TapeLine.settles(item.id(), usd(30_000))),
            Map.of(item.id(), item),
            Set.of());
    return Taught.by(problem(), tape).map(t -> t.payer() + " for " + t.customer().number());
  }

  @Test
  void aTapeTeachesWhoPaysForWhomWhereNothingSaidSoBefore() {
    assertThat(taught("NORTH HOLDING", ofAlder)).contains("NORTH HOLDING for 1");
    assertThat(taught("CITY TREASURY", ofAlder)).as("known already").isEmpty();
    assertThat(taught("ALDER POTS LTD", ofAlder)).as("its own name").isEmpty();
    assertThat(taught("CITY TREASURY", item(birch, "T-2", 30_000)))
        .as("for another customer it is new")
        .contains("CITY TREASURY for 2");
    forget(new ForgottenPayer("NORTH HOLDING", false, alder));
    assertThat(taught("NORTH HOLDING", ofAlder)).as("is not to be remembered").isEmpty();
  }
}
