package io.sumbrel.core.bank;

import java.util.Currency;
import java.util.Objects;
import java.util.Optional;

/**
 * A statement without its entries.
 *
 * @param account the account as the file names it: IBAN or number
 * @param number the bank's number for this statement; empty when it has none
 * @param opening empty in formats that state none
 * @param closing empty in formats that state none
 */
public record StatementFrame(
    String account,
    Currency currency,
    String number,
    Optional<Balance> opening,
    Optional<Balance> closing) {
  public StatementFrame {
    Objects.requireNonNull(account);
    Objects.requireNonNull(currency);
    Objects.requireNonNull(number);
    Objects.requireNonNull(opening);
    Objects.requireNonNull(closing);
  }

  /** Whether it states where it begins and where it ends, so that balances can decide. */
  public boolean hasBalances() {
    return opening.isPresent() && closing.isPresent();
  }
}
