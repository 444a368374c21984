package io.sumbrel.bench.match;

/**
 * How an invented company and its payers behave. Shares are per mille.
 *
 * @param priceList of the invoices whose amount stands on a price list that all customers share
 * @param silent of the money whose text says nothing
 * @param prefix of document numbers
 * @param strangers of the money that somebody pays for the customer
 * @param firstNumber where the dense series of numbers begins
 */
enum Population {
  STANDARD(220, 240, "TCK-", 55, 4_100_000),
  CONTESTED(850, 700, "TCK-", 55, 4_100_000),
  SHIFTED(400, 350, "R26/", 120, 61_000_000);

  final int priceList;
  final int silent;
  final String prefix;
  final int strangers;
  final int firstNumber;

  Population(int priceList, int silent, String prefix, int strangers, int firstNumber) {
    this.priceList = priceList;
    this.silent = silent;
    this.prefix = prefix;
    this.strangers = strangers;
    this.firstNumber = firstNumber;
  }
}
