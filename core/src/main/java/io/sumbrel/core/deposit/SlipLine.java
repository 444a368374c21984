package io.sumbrel.core.deposit;

import io.sumbrel.core.ledger.AccountCode;
import java.util.Objects;

/**
 * What a slip holds beside receipts.
 *
 * @param account against which it stands: where money that goes along comes from, where cash that
 *     is kept goes to
 * @param amountMinor above zero, in minor units; the kind says whether it adds or takes off
 * @param note what it is, in the words of whoever made the slip; may be empty
 */
public record SlipLine(Kind kind, AccountCode account, long amountMinor, String note) {

  /** What a line does to the sum that the bank gets. */
  public enum Kind {
    /** Goes to the bank with the receipts, and is no customer's. */
    GOES_ALONG("goes along", 1),
    /** Cash that is taken out before: change, petty cash. */
    KEPT_BACK("kept back", -1),
    /** More was counted than was recorded. */
    COUNTED_MORE("counted more", 1),
    /** Less was counted than was recorded. */
    COUNTED_LESS("counted less", -1);

    private final String words;
    private final int side;

    Kind(String words, int side) {
      this.words = words;
      this.side = side;
    }

    public String words() {
      return words;
    }

    /** Whether somebody writes it; what was counted otherwise follows from the count. */
    public boolean isWritten() {
      return this == GOES_ALONG || this == KEPT_BACK;
    }
  }

  public SlipLine {
    Objects.requireNonNull(kind);
    Objects.requireNonNull(account);
    Objects.requireNonNull(note);
    if (amountMinor <= 0) {
      throw new IllegalArgumentException(kind + " of " + amountMinor);
    }
  }

  /** What it adds to the slip, signed. */
  public long signedMinor() {
    return kind.side * amountMinor;
  }
}
