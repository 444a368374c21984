package io.sumbrel.core.ledger;

import io.sumbrel.core.refusal.Refusal;
import java.util.Objects;

/**
 * An account of the ledger.
 *
 * @param code names it for ever, whatever number the house gives it
 * @param number the house's own, as people and the export know it
 * @param retired whether it takes no more postings by hand
 */
public record LedgerAccount(
    AccountCode code, String number, String name, AccountUse use, boolean retired) {
  private static final int MOST_LETTERS = 80;

  public LedgerAccount {
    Objects.requireNonNull(code);
    Objects.requireNonNull(use);
    if (!number.matches("[0-9A-Za-z./-]{1,20}")) {
      throw new Refusal("account", "“" + number + "” is no number of a ledger account.");
    }
    if (name.isBlank() || name.length() > MOST_LETTERS) {
      throw new Refusal(
          "account", "An account needs a name of up to %d letters.".formatted(MOST_LETTERS));
    }
  }

  /** Whether a clerk may place money on it. */
  public boolean isFree() {
    return use == AccountUse.FREE && !retired;
  }
}
