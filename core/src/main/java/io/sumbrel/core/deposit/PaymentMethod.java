package io.sumbrel.core.deposit;

import io.sumbrel.core.ledger.AccountCode;
import java.util.Arrays;
import java.util.List;
import java.util.Objects;

/**
 * A way in which a receipt reaches the house, and the account on which it stands until the bank
 * shows it.
 *
 * @param code names it for ever
 * @param kind what such a receipt is, as a member of a deposit
 */
public record PaymentMethod(String code, String words, MemberKind kind, AccountCode holding) {

  /** What every house starts with. */
  public static final List<PaymentMethod> STANDARD =
      Arrays.stream(MemberKind.values())
          .filter(MemberKind::isReceipt)
          .map(k -> new PaymentMethod(k.name(), k.words(), k, k.onHand().code()))
          .toList();

  public PaymentMethod {
    Objects.requireNonNull(words);
    Objects.requireNonNull(holding);
    if (!code.matches("[A-Z0-9_]{1,20}") || !kind.isReceipt()) {
      throw new IllegalArgumentException("method " + code + " of a " + kind);
    }
  }
}
