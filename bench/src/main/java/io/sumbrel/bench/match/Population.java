package io.sumbrel.bench.match;

import java.util.List;
import java.util.Random;

/**
 * How an invented company and its payers behave. Shares are per mille.
 *
 * @param priceList of the invoices whose amount stands on a price list that all customers share
 * @param silent of the money whose text says nothing
 * @param prefix of document numbers
 * @param strangers of the money that somebody pays for the customer
 * @param firstNumber where the dense series of numbers begins
 * @param digits so many digits at the least, filled with zeros; 0 as they are
 * @param ways how payers write otherwise than in the first three
 */
record Population(
    String name,
    int priceList,
    int silent,
    String prefix,
    int strangers,
    int firstNumber,
    int digits,
    Ways ways) {

  /**
   * What the first populations know nothing of; all in per mille.
   *
   * @param shortForms of the texts with numbers that give their last digits alone
   * @param turned of the names whose words stand in another order
   * @param accents of the customers whose names have letters that banks write otherwise
   * @param forms of the names whose legal form is another, or none
   * @param otherWords of the money of nobody's that a customer pays for something else
   * @param splits of the sums of several that state what each item gets
   * @param unread of these whose one number cannot be read
   * @param learned of the customers who pay under another name, as they did before
   * @param someDiscount of the discounts that are taken on some of the items alone
   * @param duplicates of the money of nobody's that pays a settled invoice once more
   */
  record Ways(
      int shortForms,
      int turned,
      int accents,
      int forms,
      int otherWords,
      int splits,
      int unread,
      int learned,
      int someDiscount,
      int duplicates) {
    static final Ways NONE = new Ways(0, 0, 0, 0, 0, 0, 0, 0, 0, 0);
  }

  static final Population STANDARD =
      new Population("standard", 220, 240, "TCK-", 55, 4_100_000, 0, Ways.NONE);
  static final Population CONTESTED =
      new Population("contested", 850, 700, "TCK-", 55, 4_100_000, 0, Ways.NONE);
  static final Population SHIFTED =
      new Population("shifted", 400, 350, "R26/", 120, 61_000_000, 0, Ways.NONE);
  static final List<Population> FIXED = List.of(STANDARD, CONTESTED, SHIFTED);

  /** One whose behaviour is drawn: no two companies are alike. */
  static Population drawn(long seed) {
    Random random = new Random(seed);
    boolean yearly = random.nextInt(3) == 0;
    return new Population(
        "drawn " + seed,
        100 + random.nextInt(800),
        150 + random.nextInt(600),
        yearly ? "2026" : new String[] {"INV-", "R26/", "", "AB"}[random.nextInt(4)],
        20 + random.nextInt(130),
        yearly ? 1 + random.nextInt(3_000) : 40_000 + random.nextInt(60_000_000),
        yearly ? 6 + random.nextInt(2) : 0,
        new Ways(
            random.nextInt(250),
            random.nextInt(200),
            random.nextInt(400),
            random.nextInt(300),
            random.nextInt(800),
            random.nextInt(300),
            random.nextInt(400),
            random.nextInt(200),
            random.nextInt(500),
            random.nextInt(400)));
  }

  /** A document's number as the seller writes it. */
  String number(int number) {
    return prefix + (digits == 0 ? "" + number : ("%0" + digits + "d").formatted(number));
  }

  @Override
  public String toString() {
    return name;
  }
}
