package io.sumbrel.core.matching;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.core.evidence.TextSpan;
import io.sumbrel.core.matching.problem.MatchingProblem;
import io.sumbrel.core.matching.problem.RememberedPayers;
import io.sumbrel.core.matching.reading.Reading;
import io.sumbrel.core.matching.reading.Reading.How;
import io.sumbrel.core.matching.text.NameLikeness;
import io.sumbrel.core.party.Customer;
import io.sumbrel.core.party.CustomerId;
import io.sumbrel.core.receipt.MoneyIn;
import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.core.rules.HouseRules;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What the bank's line says, before anything is searched. */
class ReadingTest extends SmallHouse {
  private CustomerId alder;
  private CustomerId birch;

  @BeforeEach
  void begin() {
    alder = customer("Alder Pots");
    birch = customer("Birch Kilns");
    item(alder, "T-50011", 31_007);
    item(alder, "T-50012", 12_003);
    item(birch, "T-50013", 55_551);
    item(birch, "SO/7714-A", 700);
    items.set(2, items.get(2).moved(0, -55_551));
  }

  private Reading reading(String payer, String text) {
    MoneyIn moneyIn =
        new MoneyIn(
            new MoneyInId(1),
            USD,
            31_007,
            DAY,
            Optional.of(payer).filter(p -> !p.isEmpty()),
            Optional.empty(),
            payer.isEmpty() ? text : payer + "\n" + text,
            List.of());
    return Reading.of(
        MatchingProblem.of(
            List.of(moneyIn),
            items,
            customers,
            RememberedPayers.of(past, customers, items),
            HouseRules.DEFAULTS),
        moneyIn);
  }

  /** Two of one name: the legal form says which, where one of them has the one that is written. */
  @ParameterizedTest
  @CsvSource({
    "LARCH TILES GMBH,Larch Tiles GmbH",
    "LARCH TILES S.R.L.,Larch Tiles Srl",
    "LARCH TILES LIMITED,Larch Tiles Ltd",
    "LARCH TILES,",
    "LARCH TILES BV,"
  })
  void ofOneNameTheLegalFormSaysWho(String written, String meant) {
    for (String form : List.of("GmbH", "Srl", "Ltd")) {
      item(customer("Larch Tiles " + form), "T-600" + form.length() + form.charAt(0), 9_000);
    }
    List<String> alike =
        reading(written, "PAYMENT").payers().stream()
            .filter(p -> p.likeness() >= NameLikeness.ALIKE)
            .map(p -> customers.get(p.customer()).name())
            .toList();
    if (meant == null) {
      assertThat(alike).hasSize(3);
    } else {
      assertThat(alike).containsExactly(meant);
    }
  }

  @ParameterizedTest
  @CsvSource({
    "INV 50011,0 NUMBER",
    "INV 0050011,0 NUMBER",
    "t-50011,0 NUMBER",
    "5OO11,0 LETTER_O",
    "50011/12,0 NUMBER 1 TAIL",
    "50011-12,0 NUMBER 1 TAIL",
    "5001150012,0 JOINED 1 JOINED",
    "ORD-T-50012,1 NUMBER",
    "SO 7714 A,''",
    "50014,''",
    "0012,''",
    "INV 012,''",
    "INV 2026,''",
    "TEL 50011,''",
    "16.11.2026,''"
  })
  void numbersMeanItems(String text, String expected) {
    String found =
        reading("ALDER POTS", text).open().values().stream()
            .map(h -> h.item() + " " + h.how())
            .collect(Collectors.joining(" "));
    assertThat(found).isEqualTo(expected);
  }

  @ParameterizedTest
  @CsvSource({"INV 423/2026,2", "INV 0000423,2", "RE 106798,3", "INV 423 106798,2 3", "INV 523,''"})
  void theEndOfALongNumberMeansTheOneItemOfThePayer(String text, String expected) {
    items.subList(2, 4).clear();
    item(alder, "20260000423", 9_900);
    item(alder, "20260106798", 8_800);
    String found =
        reading("ALDER POTS", text).open().keySet().stream()
            .map(Object::toString)
            .collect(Collectors.joining(" "));
    assertThat(found).isEqualTo(expected);
    assertThat(reading("SOMEBODY", text).open()).as("not of the payer").isEmpty();
  }

  @Test
  void eachHitNamesItsPlace() {
    Reading reading = reading("ALDER POTS", "PAYS 5OO11 AND 50012");
    String text = "ALDER POTS\nPAYS 5OO11 AND 50012";
    assertThat(reading.open().values())
        .extracting(h -> h.span().map(s -> text.substring(s.start(), s.end())).orElse(""))
        .containsExactly("5OO11", "50012");
  }

  @Test
  void aSlipCountsForThePayersItemsOnly() {
    assertThat(reading("ALDER POTS", "50021").edited())
        .extracting(Reading.Hit::item)
        .containsExactlyInAnyOrder(0, 1);
    assertThat(reading("ALDER POTS", "50021").edited().get(0).how()).isEqualTo(How.EDITED);
    assertThat(reading("BIRCH KILNS", "50010").edited())
        .as("not the payer's, but of this amount")
        .extracting(Reading.Hit::item)
        .containsExactly(0);
    assertThat(reading("BIRCH KILNS", "50022").edited()).isEmpty();
  }

  @Test
  void knowsWhatIsSettledAndWhatIsForeign() {
    Reading reading = reading("BIRCH KILNS", "50013 AND 99999");
    assertThat(reading.settled().keySet()).containsExactly(2);
    assertThat(reading.open()).isEmpty();
    assertThat(reading.foreign()).isEqualTo(1);
    assertThat(reading.heads()).containsExactly(1);
  }

  @Test
  void namesAnOrderThatIsNotBilled() {
    assertThat(reading("ALDER POTS", "ORDER P-990").unbilledOrder()).contains(new TextSpan(17, 22));
    assertThat(reading("ALDER POTS", "ORDER P-990 INV 50011").unbilledOrder()).isEmpty();
  }

  @Test
  void seesWhereTheBankCutTheLine() {
    assertThat(reading("ALDER POTS", "X".repeat(35)).isCut()).isTrue();
    assertThat(reading("ALDER POTS", "X".repeat(36)).isCut()).isFalse();
  }

  @ParameterizedTest
  @CsvSource({
    "ALDER POTS,0",
    "ALDER POTS LTD,0",
    "ALDER POT,0",
    "ADLER POTS,0",
    "BIRCH KLINS,1",
    "K-40417,-1",
    "QUITE ANOTHER,-1"
  })
  void findsThePayerByANameThatReadsNearlyAlike(String payer, int customer) {
    assertThat(reading(payer, "THANKS").likeliestCustomer()).isEqualTo(customer);
  }

  @Test
  void findsThePayerByTheCustomersOwnNumberAndByTheBeginningOfTheText() {
    customers.set(1, new Customer(birch, "K-40417", "Birch Kilns", Optional.empty()));
    assertThat(reading("SOMEBODY", "FOR 40417").payers())
        .singleElement()
        .satisfies(
            clue -> {
              assertThat(clue.customer()).isEqualTo(1);
              assertThat(clue.named()).isTrue();
            });
    assertThat(reading("", "ALDER POTS THANK YOU").likeliestCustomer()).isZero();
    assertThat(reading("", "COUNTER DEPOSIT").isUnnamedDeposit()).isTrue();
    assertThat(reading("", "COUNTER DEPOSIT 50011").isUnnamedDeposit()).isFalse();
  }

  @Test
  void theSteadierPayerComesFirst() {
    paidBefore(alder, "SHARED DESK", "", 1);
    paidBefore(birch, "SHARED DESK", "", 5);
    Reading mixed = reading("SHARED DESK", "THANKS");
    assertThat(mixed.payers()).hasSize(2).noneMatch(c -> c.name().orElseThrow().isSteady());
    past.clear();
    paidBefore(birch, "SHARED DESK", "", 2);
    assertThat(reading("SHARED DESK", "THANKS").payers())
        .singleElement()
        .satisfies(c -> assertThat(c.name().orElseThrow().isSteady()).isTrue());
  }
}
