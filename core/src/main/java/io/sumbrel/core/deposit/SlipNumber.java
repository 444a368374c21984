package io.sumbrel.core.deposit;

import java.math.BigInteger;

/** The numbers of a house's slips, which follow each other as they do in a book of slips. */
public final class SlipNumber {
  private SlipNumber() {}

  /** The next: the digits at the end count on, and all before them stays: S-145, S-146. */
  public static String after(String number) {
    int at = number.length();
    while (at > 0 && Character.isDigit(number.charAt(at - 1))) {
      at--;
    }
    String digits = number.substring(at);
    if (digits.isEmpty()) {
      return number + "1";
    }
    String next = new BigInteger(digits).add(BigInteger.ONE).toString();
    return number.substring(0, at)
        + "0".repeat(Math.max(0, digits.length() - next.length()))
        + next;
  }
}
