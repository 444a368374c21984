package io.sumbrel.core.matching.reading;

import io.sumbrel.core.matching.text.NumberScan;
import io.sumbrel.core.matching.text.NumberScan.Found;
import java.util.regex.Pattern;

/**
 * The end of a long number, as people write it who know with whom they are dealing: the last four
 * to seven digits, or what counts on in a number that begins with its year.
 *
 * @param digits as they are written, with leading zeros
 * @param bare without them
 */
record ShortForm(String digits, String bare) {
  private static final int FEWEST = 3;
  private static final int FEWEST_OF_ANY = 4;
  private static final int MOST = 7;

  /** So many are meant for a document wherever they stand. */
  private static final int PLAIN = 5;

  private static final int YEAR = 4;
  private static final Pattern A_YEAR = Pattern.compile("(?:19|20)\\d\\d");

  /** What documents are called before their numbers; from memory. */
  private static final Pattern DOCUMENT =
      Pattern.compile(
          "(?i)(?<!\\p{L})(?:INV|INVOICES?|BILLS?|DOC|RE|RG|RECHN|RECHNUNG(?:EN)?|BELEG|FAC|FACT"
              + "|FACTURES?|FACTURAS?|FATTUR[AE]|FACTUUR|FAKTURA|RFB)(?!\\p{L})");

  /** So many letters may begin a number, or stand before one. */
  private static final int MOST_LETTERS = 4;

  /** The rest of an amount or of a date. */
  private static final Pattern GOES_ON = Pattern.compile("[.,]\\d\\d(?!\\d)|[.-]\\d");

  static ShortForm of(Found found) {
    String digits =
        found.form() == NumberScan.Form.WHOLE ? NumberScan.lastDigits(found.written()) : "";
    return new ShortForm(digits, found.digits());
  }

  /** Whether a number of a text may be one. */
  boolean mayBe(String text) {
    return bare.length() >= FEWEST
        && digits.length() <= MOST
        && !digits.isEmpty()
        && !A_YEAR.matcher(digits).matches()
        && (digits.length() >= PLAIN || DOCUMENT.matcher(text).find());
  }

  /** Whether the text calls a number a document's, whatever it means. */
  static boolean isCalledDocument(String text, Found found) {
    return found.form() == NumberScan.Form.WHOLE
        && NumberScan.lastDigits(found.written()).length() >= FEWEST_OF_ANY
        && !A_YEAR.matcher(found.digits()).matches()
        && isAfterDocument(text, found.start())
        && !GOES_ON.matcher(text.substring(found.end())).lookingAt();
  }

  /** Whether a document is spoken of with nothing but numbers between; letters may begin these. */
  private static boolean isAfterDocument(String text, int start) {
    int at = start;
    while (at > 0) {
      if (!Character.isLetter(text.charAt(at - 1))) {
        at--;
        continue;
      }
      int end = at;
      while (at > 0 && Character.isLetter(text.charAt(at - 1))) {
        at--;
      }
      String word = text.substring(at, end);
      if (DOCUMENT.matcher(word).matches()) {
        return true;
      }
      if (word.length() > MOST_LETTERS || !isBeforeNumber(text, end)) {
        return false;
      }
    }
    return false;
  }

  private static boolean isBeforeNumber(String text, int end) {
    boolean apart = "-/ ".indexOf(text.charAt(end)) >= 0;
    int at = apart ? end + 1 : end;
    return at < text.length() && Character.isDigit(text.charAt(at));
  }

  /** Whether it is the end of a document's number. */
  boolean isOf(String number) {
    String own = NumberScan.lastDigits(number);
    if (own.length() <= digits.length()) {
      return false;
    }
    boolean counts =
        own.length() > YEAR + FEWEST
            && A_YEAR.matcher(own.substring(0, YEAR)).matches()
            && NumberScan.trailingDigits(own.substring(YEAR)).equals(bare);
    return counts || digits.length() >= FEWEST_OF_ANY && own.endsWith(digits);
  }
}
