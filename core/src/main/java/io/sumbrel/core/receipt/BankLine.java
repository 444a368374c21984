package io.sumbrel.core.receipt;

import io.sumbrel.core.bank.Method;
import java.util.Objects;

/**
 * Where a bank entry stands: only such a sum may be the one that a recorded deposit waits for.
 *
 * @param account the bank account, by whatever key the caller gives accounts
 * @param reference the bank's own
 */
public record BankLine(long account, Method method, String reference) {
  public BankLine {
    Objects.requireNonNull(method);
    Objects.requireNonNull(reference);
  }
}
