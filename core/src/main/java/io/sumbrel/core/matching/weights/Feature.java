package io.sumbrel.core.matching.weights;

import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;

/**
 * What is counted about a way, with what one unit of it weighs in thousandths of a logit. The
 * weights are fitted together, with "none of these" as one of the choices, by {@link WeightFit} on
 * invented companies; facts that say the same twice share the weight. Paste a new fit here.
 */
public enum Feature {
  BASE(4_462, Topic.AMOUNT),
  CENTS(-10_370, Topic.DIFFERENCE),
  CHARGE(-10_225, Topic.DIFFERENCE),
  CHARGE_EVEN(4_371, Topic.DIFFERENCE),
  CHARGE_SPOKEN_OF(1_544, Topic.DIFFERENCE),
  /** Doublings of the amount over the charge. */
  CHARGE_SMALL(291, Topic.DIFFERENCE),
  DISCOUNT(3_025, Topic.DIFFERENCE),
  /** The customer is used to take the discount; set by hand. */
  DISCOUNT_AS_EVER(1_500, Topic.DIFFERENCE),
  LATE_DISCOUNT(2_271, Topic.DIFFERENCE),
  /** Tax at a rate that the house knows, to the cent; this and the habits below set by hand. */
  WITHHELD(1_000, Topic.DIFFERENCE),
  /** Exactly this charge was kept from the customer's payments before. */
  CHARGE_AS_EVER(5_000, Topic.DIFFERENCE),
  SHORT(-8_685, Topic.DIFFERENCE),
  SHORT_SHARE(-152, Topic.DIFFERENCE),
  SHORT_EVEN(3_460, Topic.DIFFERENCE),
  OVER(-7_973, Topic.DIFFERENCE),
  OVER_SHARE(-9_878, Topic.DIFFERENCE),
  OVER_EVEN(6_342, Topic.DIFFERENCE),
  CREDIT_NETTED(-848, Topic.DIFFERENCE),

  ALL_NAMED(3_374, Topic.NUMBERS),
  NAMED_SHARE(2_047, Topic.NUMBERS),
  STATED(2_194, Topic.NUMBERS),
  /** The payer states this very split; set by hand, for no invented company states any. */
  SPLIT_STATED(6_000, Topic.NUMBERS),
  /** A line of the split is not read, and its sum would stay on account; by hand. */
  SPLIT_UNREAD(-4_000, Topic.NUMBERS),
  ORDER_NAMED(-1_169, Topic.NUMBERS),
  MISTYPED(2_133, Topic.NUMBERS),
  MISTYPED_AND_EXACT(-1_683, Topic.NUMBERS),
  /** Doublings of one more than the named items left out. */
  LEFT_OUT(-4_537, Topic.NUMBERS),
  LEFT_OUT_OF_OTHERS(-3_082, Topic.NUMBERS),
  UNNAMED_BESIDE_NAMED(772, Topic.NUMBERS),
  UNNAMED_BESIDE_FOREIGN(-2_123, Topic.NUMBERS),
  UNNAMED_BESIDE_SETTLED(-2_013, Topic.NUMBERS),
  CUT_TEXT(633, Topic.NUMBERS),
  OTHER_ORDER(-4_500, Topic.NUMBERS),

  NAME_SAME(2_326, Topic.PAYER),
  NAME_NEAR(-769, Topic.PAYER),
  NAME_OF_ANOTHER(-4_397, Topic.PAYER),
  NAME_UNKNOWN(-1_205, Topic.PAYER),
  ACCOUNT_STEADY(114, Topic.PAYER),
  ACCOUNT_MIXED(300, Topic.PAYER),
  ACCOUNT_OF_ANOTHER(-4_275, Topic.PAYER),
  PAYER_STEADY(43, Topic.PAYER),
  PAYER_MIXED(-813, Topic.PAYER),
  CUSTOMER_NUMBER(714, Topic.PAYER),
  NUMBER_OF_ANOTHER(-3_897, Topic.PAYER),
  FAMILY_ONLY(-1_825, Topic.PAYER),
  BRANCH_IN_SET(-3_203, Topic.PAYER),

  WHOLE(-1_051, Topic.SHAPE),
  OVERDUE(1_013, Topic.SHAPE),
  DUE_BY(1_981, Topic.SHAPE),
  MONTH(695, Topic.SHAPE),
  RUN(2_375, Topic.SHAPE),
  EARLIEST(3_580, Topic.SHAPE),
  ACROSS(-5_500, Topic.SHAPE),
  MONTH_AS_EVER(1_500, Topic.SHAPE),
  EARLIEST_AS_EVER(1_500, Topic.SHAPE),
  /** The day of the month on which the customer pays. */
  DAY_AS_EVER(300, Topic.SHAPE),
  /** Doublings of the items that no number names. */
  UNNAMED_ITEMS(-656, Topic.SHAPE),

  /** Doublings of the sets of the same size, or of the records, that reach the sum too. */
  OTHER_SETS(-374, Topic.AMBIGUITY),
  /** Doublings of the open items of this amount, where nothing says who pays. */
  EQUAL_AMOUNTS(-981, Topic.AMBIGUITY),
  /** Items for which an equal one of the same customer is due earlier. */
  LATER_TWIN(78, Topic.AMBIGUITY),
  /** Doublings of the pool, for each unnamed set of several. */
  LARGE_POOL(-767, Topic.AMBIGUITY),
  OLDER_LEFT(-924, Topic.SHAPE),
  NOT_DUE(469, Topic.SHAPE),
  ROUND_UNNAMED(-4_152, Topic.SHAPE),

  SECOND_PAYMENT(-2_700, Topic.SHAPE),
  PREPAID(-2_700, Topic.SHAPE),

  /** Recorded already; this and the next three set by hand, for no invented company records any. */
  TIE(500, Topic.SHAPE),
  TIE_NAMED(4_000, Topic.NUMBERS),
  /** Several records make the sum. */
  TIE_SET(-4_000, Topic.SHAPE),
  /** A record of this very sum waits for the bank, and this is another reading. */
  RECORDED(-6_000, Topic.AMBIGUITY),
  /** The text says that it is for something else, and names none of these; by hand. */
  SPEAKS_OF_ELSE(-3_000, Topic.SHAPE),
  /** A list that somebody set is followed, and this is not on it; by hand. */
  OFF_LIST(-8_000, Topic.SHAPE),
  /** It is what a list of the customer's own says; by hand. */
  AGREED(2_200, Topic.SHAPE);

  /** Those of this release, as they are written. */
  public static Map<String, Feature> byName() {
    return Arrays.stream(values()).collect(Collectors.toMap(Feature::name, f -> f));
  }

  /** Which reason of a proposal a feature belongs to. */
  public enum Topic {
    AMOUNT,
    NUMBERS,
    PAYER,
    DIFFERENCE,
    SHAPE,
    AMBIGUITY
  }

  /** How many there are. */
  public static final int COUNT = values().length;

  /** Those that are asked for when reasons are told, besides their points. */
  public static final List<Feature> TOLD =
      List.of(
          NAME_OF_ANOTHER,
          ACCOUNT_OF_ANOTHER,
          NUMBER_OF_ANOTHER,
          DISCOUNT_AS_EVER,
          CHARGE_AS_EVER,
          MONTH_AS_EVER,
          EARLIEST_AS_EVER,
          DAY_AS_EVER,
          CHARGE_SPOKEN_OF,
          RECORDED);

  private final int weight;
  final Topic topic;

  Feature(int weight, Topic topic) {
    this.weight = weight;
    this.topic = topic;
  }

  /** What one unit weighs as shipped, in thousandths of a logit. */
  public int weight() {
    return weight;
  }
}
