package io.sumbrel.core.posting;

/** What happened: the rows of the posting table that are in use. */
public enum PostingKind {
  BANK_BEGINS("bank account begins"),
  ITEMS_READ("open items read"),
  RECEIPTS_FORWARD("receipts brought forward"),
  TAPE("explained"),
  TIED("tied"),
  TURNED_BACK("turned back");

  private final String words;

  PostingKind(String words) {
    this.words = words;
  }

  public String words() {
    return words;
  }

  /** Whether it explains what came in, and may be turned back. */
  public boolean isExplanation() {
    return this == TAPE || this == TIED;
  }
}
