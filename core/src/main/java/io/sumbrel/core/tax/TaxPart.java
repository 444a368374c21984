package io.sumbrel.core.tax;

import io.sumbrel.core.ledger.AccountCode;
import java.util.Objects;

/**
 * What of an amount is tax, as it was computed when it was posted.
 *
 * @param code the tax code
 * @param account that bears the tax
 * @param minor in minor units, of the whole amount
 */
public record TaxPart(String code, AccountCode account, long minor) {
  public TaxPart {
    Objects.requireNonNull(code);
    Objects.requireNonNull(account);
    if (minor < 0) {
      throw new IllegalArgumentException("tax of " + minor);
    }
  }
}
