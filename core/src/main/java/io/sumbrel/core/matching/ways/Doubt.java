package io.sumbrel.core.matching.ways;

/**
 * Why a way is at most likely, whatever its figures say: each of these was found wrong where it was
 * called sure.
 */
public enum Doubt {
  UNREAD_LINE("a line of the stated split names nothing that is open"),
  SLIP_IN_SPLIT("a number of the stated split is written with one digit otherwise"),
  SLIP_ALONE("the number is written with one digit otherwise, and nothing else leads there"),
  END_ALONE("only the end of the number is written, and nothing else leads there"),
  OF_A_STRANGER("it pays an item of somebody whom nothing names"),
  NUMBER_UNREAD("the text names a number that is none of these"),
  NUMBER_OF_ANOTHER("the number as it is written is another item's"),
  TEXT_CUT("the text is cut where more numbers may have stood"),
  GUESSED_TWICE("no number names all of it, and what is missing or too much is supposed besides"),
  EARLIEST_FIRST("nothing says that the earliest due is paid first"),
  MORE_LEFT_OPEN("more of it would stay open than is paid"),
  PAID_BY_ANOTHER("what it names is paid by another sum that is not posted yet"),
  SPEAKS_OF_ELSE("the text speaks of something else than an invoice");

  private final String words;

  Doubt(String words) {
    this.words = words;
  }

  public String words() {
    return words;
  }
}
