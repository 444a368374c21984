package io.sumbrel.core.party;

import java.util.Objects;
import java.util.Optional;

/**
 * Someone who is billed.
 *
 * @param number the seller's own number for the customer
 * @param parent the customer that may pay for this one, such as a head office for its branch
 */
public record Customer(CustomerId id, String number, String name, Optional<CustomerId> parent) {
  public Customer {
    Objects.requireNonNull(id);
    Objects.requireNonNull(number);
    Objects.requireNonNull(name);
    Objects.requireNonNull(parent);
  }

  /** Whether another has the same head office, or is it: these pay for one another. */
  public boolean isOfFamily(Customer other) {
    return parent.orElse(id).equals(other.parent.orElse(other.id));
  }
}
