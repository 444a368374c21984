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
  BASE(3_413, Topic.AMOUNT),
  CENTS(-10_370, Topic.DIFFERENCE),
  CHARGE(-8_102, Topic.DIFFERENCE),
  CHARGE_EVEN(4_315, Topic.DIFFERENCE),
  CHARGE_SPOKEN_OF(1_544, Topic.DIFFERENCE),
  /** Doublings of the amount over the charge. */
  CHARGE_SMALL(475, Topic.DIFFERENCE),
  /** Doublings of the charge up to the most that the house takes for one. */
  CHARGE_UNDER_CAP(-502, Topic.DIFFERENCE),
  DISCOUNT(3_702, Topic.DIFFERENCE),
  /** The customer is used to take the discount; set by hand. */
  DISCOUNT_AS_EVER(1_500, Topic.DIFFERENCE),
  LATE_DISCOUNT(4_251, Topic.DIFFERENCE),
  /** Tax at a rate that the house knows, to the cent; this and the habits below set by hand. */
  WITHHELD(1_000, Topic.DIFFERENCE),
  /** Exactly this charge was kept from the customer's payments before. */
  CHARGE_AS_EVER(5_000, Topic.DIFFERENCE),
  SHORT(-3_633, Topic.DIFFERENCE),
  SHORT_SHARE(-9_648, Topic.DIFFERENCE),
  /** Doublings of what was owed over what is missing. */
  SHORT_SMALL(-748, Topic.DIFFERENCE),
  SHORT_EVEN(3_854, Topic.DIFFERENCE),
  OVER(-4_491, Topic.DIFFERENCE),
  OVER_SHARE(-20_875, Topic.DIFFERENCE),
  /** Doublings of the amount over what is too much. */
  OVER_SMALL(-361, Topic.DIFFERENCE),
  OVER_EVEN(6_891, Topic.DIFFERENCE),
  /** It is paid in part, or with too much, and no number names any of it. */
  GAP_UNNAMED(1_223, Topic.DIFFERENCE),
  /** The same: doublings of the open items that it might be about. */
  GAP_IN_POOL(-425, Topic.AMBIGUITY),
  CREDIT_NETTED(-782, Topic.DIFFERENCE),

  ALL_NAMED(3_711, Topic.NUMBERS),
  NAMED_SHARE(378, Topic.NUMBERS),
  STATED(1_246, Topic.NUMBERS),
  /** The payer states this very split; by hand. */
  SPLIT_STATED(3_000, Topic.NUMBERS),
  /** A line of the split is not read, and its sum would stay on account; by hand. */
  SPLIT_UNREAD(-6_000, Topic.NUMBERS),
  ORDER_NAMED(333, Topic.NUMBERS),
  MISTYPED(1_597, Topic.NUMBERS),
  MISTYPED_AND_EXACT(415, Topic.NUMBERS),
  /** Doublings of one more than the named items left out. */
  LEFT_OUT(-3_443, Topic.NUMBERS),
  LEFT_OUT_OF_OTHERS(-1_062, Topic.NUMBERS),
  UNNAMED_BESIDE_NAMED(462, Topic.NUMBERS),
  UNNAMED_BESIDE_FOREIGN(-106, Topic.NUMBERS),
  UNNAMED_BESIDE_SETTLED(-1_559, Topic.NUMBERS),
  CUT_TEXT(915, Topic.NUMBERS),
  OTHER_ORDER(-4_500, Topic.NUMBERS),

  NAME_SAME(3_466, Topic.PAYER),
  NAME_NEAR(430, Topic.PAYER),
  NAME_OF_ANOTHER(-3_143, Topic.PAYER),
  NAME_UNKNOWN(-194, Topic.PAYER),
  /**
   * Doublings of one more than the times that the account paid for nobody else; no name says so.
   */
  ACCOUNT_LEARNED(1_585, Topic.PAYER),
  ACCOUNT_MIXED(300, Topic.PAYER),
  ACCOUNT_OF_ANOTHER(-6_823, Topic.PAYER),
  /** The same of a payer under another name. */
  PAYER_LEARNED(1_496, Topic.PAYER),
  PAYER_MIXED(38, Topic.PAYER),
  CUSTOMER_NUMBER(1_186, Topic.PAYER),
  NUMBER_OF_ANOTHER(-6_132, Topic.PAYER),
  FAMILY_ONLY(-2_147, Topic.PAYER),
  BRANCH_IN_SET(-4_333, Topic.PAYER),

  WHOLE(-925, Topic.SHAPE),
  OVERDUE(973, Topic.SHAPE),
  DUE_BY(1_472, Topic.SHAPE),
  MONTH(798, Topic.SHAPE),
  RUN(1_901, Topic.SHAPE),
  EARLIEST(4_303, Topic.SHAPE),
  ACROSS(-5_500, Topic.SHAPE),
  MONTH_AS_EVER(1_500, Topic.SHAPE),
  EARLIEST_AS_EVER(1_500, Topic.SHAPE),
  /** The day of the month on which the customer pays. */
  DAY_AS_EVER(300, Topic.SHAPE),
  /** Doublings of the items that no number names. */
  UNNAMED_ITEMS(-711, Topic.SHAPE),

  /** Doublings of the sets of the same size, or of the records, that reach the sum too. */
  OTHER_SETS(-459, Topic.AMBIGUITY),
  /** Doublings of the open items of this amount, where nothing says who pays. */
  EQUAL_AMOUNTS(-998, Topic.AMBIGUITY),
  /** Items for which an equal one of the same customer is due earlier. */
  LATER_TWIN(131, Topic.AMBIGUITY),
  /** Doublings of the pool, for each unnamed set of several. */
  LARGE_POOL(-731, Topic.AMBIGUITY),
  OLDER_LEFT(-808, Topic.SHAPE),
  NOT_DUE(406, Topic.SHAPE),
  ROUND_UNNAMED(-4_938, Topic.SHAPE),

  SECOND_PAYMENT(-1_428, Topic.SHAPE),
  PREPAID(-2_700, Topic.SHAPE),

  /** Recorded already; this and the next three set by hand, for no invented company records any. */
  TIE(1_500, Topic.SHAPE),
  TIE_NAMED(4_000, Topic.NUMBERS),
  /** Several records make the sum. */
  TIE_SET(-5_000, Topic.SHAPE),
  /** A record of this very sum waits for the bank, and this is another reading. */
  RECORDED(-6_500, Topic.AMBIGUITY),
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
