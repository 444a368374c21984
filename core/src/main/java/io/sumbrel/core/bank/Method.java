package io.sumbrel.core.bank;

import java.util.Arrays;
import java.util.Locale;

/** How money came or went, as far as the bank's own code for the transaction says. */
public enum Method {
  TRANSFER("transfer"),
  CHEQUE("cheque"),
  DIRECT_DEBIT("direct debit"),
  CARD("card"),
  /** Brought to a counter, or put in as one sum of cheques and cash. */
  DEPOSIT("deposit"),
  LOCKBOX("lockbox"),
  RETURNED("returned"),
  CHARGE("bank charge"),
  INTEREST("interest"),
  OTHER("other");

  private final String words;

  Method(String words) {
    this.words = words;
  }

  public String words() {
    return words;
  }

  /** The method that is written so; {@link #OTHER} when none is. */
  public static Method of(String written) {
    String wanted = written.strip().toLowerCase(Locale.ROOT);
    return Arrays.stream(values()).filter(m -> m.words.equals(wanted)).findFirst().orElse(OTHER);
  }
}
