package io.sumbrel.core.rules;

import io.sumbrel.core.party.CustomerId;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;

/**
 * How money of a known payer is placed that names nothing.
 *
 * @param house the list of the house; empty where every such payment is read by likelihood alone
 * @param own customers with a list of their own
 */
public record SilentPayments(Optional<SilentList> house, Map<CustomerId, SilentList> own) {
  /** Nobody has set a list. */
  public static final SilentPayments NOT_SET = new SilentPayments(Optional.empty(), Map.of());

  public SilentPayments {
    Objects.requireNonNull(house);
    own = Map.copyOf(own);
  }

  /** The list that holds for a customer: its own, else that of the house. */
  public Optional<SilentList> of(CustomerId customer) {
    return Optional.ofNullable(own.get(customer)).or(() -> house);
  }

  /** Whether anybody has a list. */
  public boolean isSet() {
    return house.isPresent() || !own.isEmpty();
  }

  public boolean isOwn(CustomerId customer) {
    return own.containsKey(customer);
  }
}
