package io.sumbrel.core.rules;

/** When what one person made is in the books. */
public enum Release {
  /** As soon as it is posted, within that person's limits. */
  AT_ONCE,
  /** When a second person has released it, whatever its amount. */
  BY_A_SECOND_PERSON
}
