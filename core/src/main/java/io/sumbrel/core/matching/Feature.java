package io.sumbrel.core.matching;

/**
 * What is counted about a way, with what one unit of it weighs in thousandths of a logit. The
 * weights are fitted together, with "none of these" as one of the choices, by {@link WeightFit} on
 * invented companies; facts that say the same twice share the weight. Paste a new fit here.
 */
enum Feature {
  BASE(4_492, Topic.AMOUNT),
  CENTS(-8_670, Topic.DIFFERENCE),
  CHARGE(-9_505, Topic.DIFFERENCE),
  CHARGE_EVEN(3_932, Topic.DIFFERENCE),
  CHARGE_SPOKEN_OF(1_544, Topic.DIFFERENCE),
  /** Doublings of the amount over the charge. */
  CHARGE_SMALL(267, Topic.DIFFERENCE),
  DISCOUNT(1_954, Topic.DIFFERENCE),
  /** The customer is used to take the discount; set by hand. */
  DISCOUNT_AS_EVER(1_500, Topic.DIFFERENCE),
  LATE_DISCOUNT(3_422, Topic.DIFFERENCE),
  SHORT(-8_192, Topic.DIFFERENCE),
  SHORT_SHARE(-589, Topic.DIFFERENCE),
  SHORT_EVEN(3_489, Topic.DIFFERENCE),
  OVER(-7_864, Topic.DIFFERENCE),
  OVER_SHARE(-9_860, Topic.DIFFERENCE),
  OVER_EVEN(6_611, Topic.DIFFERENCE),
  CREDIT_NETTED(202, Topic.DIFFERENCE),

  ALL_NAMED(2_389, Topic.NUMBERS),
  NAMED_SHARE(2_430, Topic.NUMBERS),
  STATED(1_425, Topic.NUMBERS),
  /** The payer states this very split; set by hand, for no invented company states any. */
  SPLIT_STATED(6_000, Topic.NUMBERS),
  ORDER_NAMED(454, Topic.NUMBERS),
  MISTYPED(1_870, Topic.NUMBERS),
  MISTYPED_AND_EXACT(-639, Topic.NUMBERS),
  /** Doublings of one more than the named items left out. */
  LEFT_OUT(-2_998, Topic.NUMBERS),
  LEFT_OUT_OF_OTHERS(-3_399, Topic.NUMBERS),
  UNNAMED_BESIDE_NAMED(59, Topic.NUMBERS),
  UNNAMED_BESIDE_FOREIGN(-279, Topic.NUMBERS),
  UNNAMED_BESIDE_SETTLED(-1_976, Topic.NUMBERS),
  CUT_TEXT(524, Topic.NUMBERS),
  OTHER_ORDER(-4_500, Topic.NUMBERS),

  NAME_SAME(2_248, Topic.PAYER),
  NAME_NEAR(150, Topic.PAYER),
  NAME_OF_ANOTHER(-4_521, Topic.PAYER),
  NAME_UNKNOWN(-1_291, Topic.PAYER),
  ACCOUNT_STEADY(505, Topic.PAYER),
  ACCOUNT_MIXED(300, Topic.PAYER),
  ACCOUNT_OF_ANOTHER(-2_755, Topic.PAYER),
  PAYER_STEADY(-172, Topic.PAYER),
  PAYER_MIXED(-2_291, Topic.PAYER),
  CUSTOMER_NUMBER(1_017, Topic.PAYER),
  NUMBER_OF_ANOTHER(-2_393, Topic.PAYER),
  FAMILY_ONLY(-3_347, Topic.PAYER),
  BRANCH_IN_SET(-2_665, Topic.PAYER),

  WHOLE(-1_272, Topic.SHAPE),
  OVERDUE(469, Topic.SHAPE),
  DUE_BY(1_819, Topic.SHAPE),
  MONTH(1_080, Topic.SHAPE),
  RUN(2_408, Topic.SHAPE),
  EARLIEST(2_771, Topic.SHAPE),
  ACROSS(-5_500, Topic.SHAPE),
  /** Doublings of the items that no number names. */
  UNNAMED_ITEMS(-611, Topic.SHAPE),

  /** Doublings of the sets of the same size that reach the sum too. */
  OTHER_SETS(-481, Topic.AMBIGUITY),
  /** Doublings of the open items of this amount, where nothing says who pays. */
  EQUAL_AMOUNTS(-1_004, Topic.AMBIGUITY),
  /** Items for which an equal one of the same customer is due earlier. */
  LATER_TWIN(28, Topic.AMBIGUITY),
  /** Doublings of the pool, for each unnamed set of several. */
  LARGE_POOL(-801, Topic.AMBIGUITY),
  OLDER_LEFT(-995, Topic.SHAPE),
  NOT_DUE(666, Topic.SHAPE),
  ROUND_UNNAMED(-3_413, Topic.SHAPE),

  SECOND_PAYMENT(-2_700, Topic.SHAPE),
  PREPAID(-2_700, Topic.SHAPE);

  /** Which reason of a proposal a feature belongs to. */
  enum Topic {
    AMOUNT,
    NUMBERS,
    PAYER,
    DIFFERENCE,
    SHAPE,
    AMBIGUITY
  }

  static final int COUNT = values().length;

  final int weight;
  final Topic topic;

  Feature(int weight, Topic topic) {
    this.weight = weight;
    this.topic = topic;
  }
}
