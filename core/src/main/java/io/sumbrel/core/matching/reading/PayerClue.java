package io.sumbrel.core.matching.reading;

import io.sumbrel.core.evidence.TextSpan;
import io.sumbrel.core.matching.text.NameLikeness;
import java.time.LocalDate;
import java.util.Optional;

/**
 * What speaks for one customer as the payer of one sum.
 *
 * @param likeness of the payer's name and ours, from 0 to 1000; 0 when it was not compared
 * @param account how often the paying account paid for this customer before
 * @param name how often a payer of this name did
 * @param named whether the customer's own number stands in the text
 */
public record PayerClue(
    int customer,
    int likeness,
    Optional<Before> account,
    Optional<Before> name,
    boolean named,
    Optional<TextSpan> nameAt,
    Optional<TextSpan> numberAt) {

  /** How often somebody paid for this customer, for others, and when last. */
  public record Before(int times, int others, LocalDate last) {
    /** Whether nobody else was paid for. */
    public boolean isSteady() {
      return others == 0;
    }
  }

  static PayerClue none(int customer) {
    return new PayerClue(
        customer, 0, Optional.empty(), Optional.empty(), false, Optional.empty(), Optional.empty());
  }

  PayerClue alike(int likeness, Optional<TextSpan> at) {
    return new PayerClue(customer, likeness, account, name, named, at, numberAt);
  }

  PayerClue paidBefore(boolean byAccount, Before before, Optional<TextSpan> at) {
    return byAccount
        ? new PayerClue(customer, likeness, Optional.of(before), name, named, nameAt, numberAt)
        : new PayerClue(customer, likeness, account, Optional.of(before), named, at, numberAt);
  }

  PayerClue namedAt(Optional<TextSpan> at) {
    return new PayerClue(customer, likeness, account, name, true, nameAt, at);
  }

  /** Whether it is enough to know the payer by: a name, an account or a number of its own alone. */
  boolean isKnown() {
    return named
        || likeness >= NameLikeness.ALIKE
        || account.filter(Before::isSteady).isPresent()
        || name.filter(Before::isSteady).isPresent();
  }

  /** For the order in which customers are looked at; the weights decide later. */
  int strength() {
    int byName = Math.max(likeness, name.map(b -> b.isSteady() ? 985 : 930).orElse(0));
    return byName
        + account.map(b -> b.isSteady() ? 900 : b.times() >= b.others() ? 600 : 100).orElse(0)
        + (named ? 1_200 : 0);
  }
}
