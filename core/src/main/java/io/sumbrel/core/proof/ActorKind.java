package io.sumbrel.core.proof;

/** Who acts in the books. */
public enum ActorKind {
  PERSON,
  /** A standing rule that posts by itself. */
  RULE,
  /** What is done at set times. */
  SCHEDULE
}
