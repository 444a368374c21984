package io.sumbrel.core.rules;

import io.sumbrel.core.party.CustomerId;
import java.util.Objects;

/**
 * Somebody said that a payer is not to be remembered as paying for a customer, however often it
 * did.
 *
 * @param payer a name in plain words, or the letters and digits of an account
 */
public record ForgottenPayer(String payer, boolean byAccount, CustomerId customer) {
  public ForgottenPayer {
    Objects.requireNonNull(payer);
    Objects.requireNonNull(customer);
  }
}
