package io.sumbrel.core.openitem;

/** What a person decides where a list and the books disagree about an open amount. */
public enum ListChoice {
  /** The books stand. */
  KEEP_OURS,
  /** The difference was settled outside these books; a posting of its own says so. */
  SETTLED_ELSEWHERE
}
