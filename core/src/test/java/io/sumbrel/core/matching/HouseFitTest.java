package io.sumbrel.core.matching;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.core.difference.DifferenceReason;
import io.sumbrel.core.matching.problem.MatchingProblem;
import io.sumbrel.core.matching.ways.Budgets;
import io.sumbrel.core.matching.weights.Feature;
import io.sumbrel.core.matching.weights.HouseFit;
import io.sumbrel.core.matching.weights.Lesson;
import io.sumbrel.core.matching.weights.Weights;
import io.sumbrel.core.party.CustomerId;
import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.core.tape.TapeLine;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.function.IntPredicate;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** What a house decided is kept as lessons, and taken only where it reads the house better. */
class HouseFitTest extends SmallHouse {
  private static final int SHORT_BY = 1_801;

  /** Sums that are short by as much as a bank may keep. */
  @BeforeEach
  void begin() {
    Random random = new Random(1);
    for (int i = 0; i < HouseFit.FEWEST; i++) {
      CustomerId customer = customer("Customer " + (char) ('A' + i % 26) + i);
      long open = 30_000 + random.nextInt(50_000);
      item(customer, "T-" + (50_000 + i), open);
      money(customers.get(i).name(), open - SHORT_BY, "INV " + (50_000 + i));
    }
  }

  private List<TapeLine> posted(int sum, boolean charge) {
    long open = items.get(sum).openMinor();
    return charge
        ? List.of(
            TapeLine.settles(items.get(sum).id(), usd(open)),
            TapeLine.keptBack(DifferenceReason.BANK_CHARGE, usd(SHORT_BY)))
        : List.of(TapeLine.settles(items.get(sum).id(), usd(open - SHORT_BY)));
  }

  /** A house in which some of these are taken for charges, and the others are paid in part. */
  private List<Lesson> lessons(IntPredicate isCharge) {
    MatchingProblem problem = problem();
    List<Lesson> lessons = new ArrayList<>();
    for (int i = 0; i < pile.size(); i++) {
      Optional<Lesson> lesson = Lessons.of(problem, pile.get(i).id(), posted(i, isCharge.test(i)));
      lessons.add(lesson.orElseThrow());
    }
    return lessons;
  }

  @Test
  void aHouseThatDecidesOtherwiseIsReadBetter() {
    int asShipped = HouseFit.of(lessons(sum -> true)).rightBefore();
    boolean shippedTakesCharges = asShipped > 50;
    HouseFit other = HouseFit.of(lessons(sum -> !shippedTakesCharges));
    assertThat(other.rightBefore()).isLessThan(50);
    assertThat(other.rightNow()).isEqualTo(100).isEqualTo(other.newest());
    assertThat(other.older()).isEqualTo(200);
    assertThat(other.better()).isTrue();
    assertThat(other.words()).endsWith("The fitted weights are taken.");
    assertThat(newest(other.weights())).isNotEqualTo(newest(Weights.SHIPPED));
  }

  private String newest(Weights weights) {
    Plan plan = Planner.plan(problem(), weights, Budgets.DEFAULTS, 1);
    return plan.rows().get(HouseFit.FEWEST - 1).ways().get(0).words();
  }

  /** It changed its mind of late: what the older ones taught reads the newest worse. */
  @Test
  void whatReadsTheNewestWorseIsNotTaken() {
    int asShipped = HouseFit.of(lessons(sum -> true)).rightBefore();
    boolean shippedTakesCharges = asShipped > 50;
    HouseFit fit = HouseFit.of(lessons(sum -> shippedTakesCharges == sum >= 200));
    assertThat(fit.rightNow()).isLessThan(fit.rightBefore());
    assertThat(fit.better()).isFalse();
    assertThat(fit.weights()).isEqualTo(Weights.SHIPPED);
    assertThat(fit.words()).endsWith("the shipped weights stay.");
  }

  @Test
  void fewDecisionsAreNotTakenWhateverTheyShow() {
    List<Lesson> all = lessons(sum -> true);
    List<Lesson> parts = lessons(sum -> false);
    List<Lesson> few = HouseFit.of(all).better() ? all : parts;
    assertThat(HouseFit.of(few.subList(0, HouseFit.FEWEST - 1)).better()).isFalse();
  }

  @Test
  void aLessonIsReadAsItWasWritten() {
    for (Lesson lesson : lessons(sum -> sum % 2 == 0)) {
      Lesson read = Lesson.read(lesson.written());
      assertThat(read.written()).isEqualTo(lesson.written());
      double[] shipped = Weights.SHIPPED.inLogits();
      assertThat(read.likelihood(shipped)).isEqualTo(lesson.likelihood(shipped));
      assertThat(read.choices()).filteredOn(Lesson.Choice::right).hasSize(1);
    }
  }

  @Test
  void whatWasNoneOfTheWaysTeachesThatNoneWasRight() {
    List<TapeLine> apart = List.of(TapeLine.unidentified(usd(pile.get(0).amountMinor())));
    Lesson none = Lessons.of(problem(), pile.get(0).id(), apart).orElseThrow();
    assertThat(none.choices()).isNotEmpty().noneMatch(Lesson.Choice::right);
    assertThat(none.isRightFirst(Weights.SHIPPED.inLogits())).isFalse();
    assertThat(Lessons.of(problem(), new MoneyInId(9_999), apart)).isEmpty();
  }

  /** What was paid out is never searched: it has no ways, however round and well known. */
  @Test
  void moneyPaidOutTeachesNothing() {
    money(customers.get(0).name(), -50_000, "REFUND");
    MoneyInId paidOut = pile.get(pile.size() - 1).id();
    assertThat(
            Lessons.of(
                problem(), paidOut, List.of(TapeLine.onAccount(customers.get(0).id(), usd(1)))))
        .isEmpty();
  }

  @Test
  void aFeatureThatIsNotKnownAnyMoreCountsForNothing() {
    Lesson old = Lesson.read("BASE LONG_FORGOTTEN\n+0:1000 1:5000\n0:1000");
    assertThat(old.choices().get(0).features()).containsExactly(Feature.BASE.ordinal());
    assertThat(old.choices()).extracting(Lesson.Choice::right).containsExactly(true, false);
    Weights read = Weights.read("LONG_FORGOTTEN 17\nBASE 1234");
    assertThat(read.inLogits()[Feature.BASE.ordinal()]).isEqualTo(1.234);
    assertThat(Weights.read(Weights.SHIPPED.written())).isEqualTo(Weights.SHIPPED);
    assertThat(read.inLogits()[Feature.OVER.ordinal()])
        .isEqualTo(Weights.SHIPPED.inLogits()[Feature.OVER.ordinal()]);
  }
}
