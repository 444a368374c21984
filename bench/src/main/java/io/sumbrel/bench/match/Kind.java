package io.sumbrel.bench.match;

/** What a sum really paid, with its share of the money in per mille. */
enum Kind {
  SINGLE(405),
  SEVERAL(200),
  CHARGE(60),
  THIRD_PARTY(55),
  SHORT_PAY(45),
  OLDEST_FIRST(40),
  OVERPAYMENT(30),
  TWINS(30),
  CREDIT_NETTED(20),
  DISCOUNT(30),
  PARENT(5),
  NO_MATCH(80),
  /** Some of what matches nothing, where a company has it. */
  DUPLICATE(0);

  final int share;

  Kind(int share) {
    this.share = share;
  }

  String words() {
    return name().toLowerCase().replace('_', ' ');
  }
}
