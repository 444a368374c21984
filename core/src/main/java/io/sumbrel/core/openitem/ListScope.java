package io.sumbrel.core.openitem;

/** Whether a list names everything that is open, or only what is new or changed. */
public enum ListScope {
  COMPLETE,
  CHANGES_ONLY
}
