package io.sumbrel.core.ledger;

import io.sumbrel.core.refusal.Refusal;

/** The code of a ledger account, such as {@code 1100}. */
public record AccountCode(String code) {
  public AccountCode {
    if (!code.matches("[0-9A-Z-]{1,12}")) {
      throw new Refusal("account", "“" + code + "” is no code of a ledger account such as 1100.");
    }
  }
}
