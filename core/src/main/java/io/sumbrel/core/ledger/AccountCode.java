package io.sumbrel.core.ledger;

/** The code of a ledger account, such as {@code 1100}. */
public record AccountCode(String code) {
  public AccountCode {
    if (!code.matches("[0-9A-Z-]{1,12}")) {
      throw new IllegalArgumentException("account code " + code);
    }
  }
}
