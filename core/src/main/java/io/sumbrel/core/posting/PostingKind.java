package io.sumbrel.core.posting;

/** What happened: the rows of the posting table that are in use. */
public enum PostingKind {
  BANK_BEGINS("bank account begins"),
  ITEMS_READ("open items read"),
  RECEIPTS_FORWARD("receipts brought forward"),
  TAPE("explained"),
  TAKINGS("takings posted"),
  HANDED_IN("handed in"),
  PAYOUT("payout posted"),
  TIED("tied"),
  TURNED_BACK("turned back");

  private final String words;

  PostingKind(String words) {
    this.words = words;
  }

  public String words() {
    return words;
  }

  /** Whether somebody decided it at a desk, so that it may be turned back. */
  public boolean isDecided() {
    return this == TAPE || this == TAKINGS || this == TIED || this == HANDED_IN || this == PAYOUT;
  }
}
