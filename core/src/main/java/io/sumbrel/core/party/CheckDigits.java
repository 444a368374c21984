package io.sumbrel.core.party;

import java.util.Locale;

/** Numbers of the trade that prove themselves by their check digits. */
public final class CheckDigits {
  private static final int[] ROUTING_WEIGHTS = {3, 7, 1, 3, 7, 1, 3, 7, 1};
  private static final int ROUTING_LENGTH = 9;
  private static final int MAX_IBAN = 34;
  private static final int MIN_IBAN = 15;
  private static final int MAX_REFERENCE = 25;

  private CheckDigits() {}

  /** A US routing number: nine digits, weighted 3 7 1, their sum a multiple of ten. */
  public static boolean isRoutingNumber(String text) {
    if (text.length() != ROUTING_LENGTH || text.equals("000000000")) {
      return false;
    }
    int sum = 0;
    for (int i = 0; i < ROUTING_LENGTH; i++) {
      if (text.charAt(i) < '0' || text.charAt(i) > '9') {
        return false;
      }
      sum += ROUTING_WEIGHTS[i] * (text.charAt(i) - '0');
    }
    return sum % 10 == 0;
  }

  /** An IBAN by its check digits (ISO 13616, ISO 7064 mod 97-10); blanks do not matter. */
  public static boolean isIban(String text) {
    String plain = plain(text);
    return plain.length() >= MIN_IBAN
        && plain.length() <= MAX_IBAN
        && plain.matches("[A-Z]{2}\\d{2}[A-Z0-9]+")
        && mod97(plain) == 1;
  }

  /** A creditor reference (ISO 11649): RF, two check digits, one to 21 letters or digits. */
  public static boolean isCreditorReference(String text) {
    String plain = plain(text);
    return plain.length() <= MAX_REFERENCE
        && plain.matches("RF\\d{2}[A-Z0-9]+")
        && mod97(plain) == 1;
  }

  private static String plain(String text) {
    return text.replace(" ", "").toUpperCase(Locale.ROOT);
  }

  /** The first four characters go to the end; letters count as 10 to 35. */
  private static int mod97(String plain) {
    String turned = plain.substring(4) + plain.substring(0, 4);
    int rest = 0;
    for (int i = 0; i < turned.length(); i++) {
      int value = Character.digit(turned.charAt(i), Character.MAX_RADIX);
      rest = (value < 10 ? rest * 10 + value : rest * 100 + value) % 97;
    }
    return rest;
  }
}
