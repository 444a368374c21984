package io.sumbrel.core.proof;

import io.sumbrel.core.ledger.AccountCode;
import io.sumbrel.core.money.Money;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.posting.Posting;
import io.sumbrel.core.posting.PostingNumber;
import io.sumbrel.core.receipt.MoneyIn;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;

/** The stored facts of a set of books, from which every invariant is computed. */
public record BooksFacts(
    List<Account> accounts,
    List<Statement> statements,
    List<Entry> entries,
    List<OpenItem> items,
    List<Posting> postings,
    List<Intake> intakes,
    List<AuditLine> audit) {

  /** A bank account: where it begins in these books. */
  public record Account(AccountCode code, LocalDate beginsOn, Money beginsWith) {}

  /**
   * An accepted statement, in the order of the account's statements.
   *
   * @param movedMinor what the entries that count from it come to
   * @param closingMinor empty where its format states no balances
   */
  public record Statement(
      AccountCode account, LocalDate closingDate, long movedMinor, Optional<Long> closingMinor) {}

  /**
   * A booked bank entry.
   *
   * @param explanation the posting that its claim names; empty while it is in the pile
   */
  public record Entry(AccountCode account, MoneyIn moneyIn, Optional<PostingNumber> explanation) {}

  /**
   * What an accepted file stated, and what became of it.
   *
   * @param statedMinor the file's sum: closing less opening of a statement, open amounts of a list
   */
  public record Intake(
      String words,
      long statedCount,
      long statedMinor,
      long acceptedCount,
      long acceptedMinor,
      long knownCount,
      long knownMinor,
      long heldCount,
      long heldMinor) {}
}
