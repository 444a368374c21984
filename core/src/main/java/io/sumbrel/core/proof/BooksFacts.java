package io.sumbrel.core.proof;

import io.sumbrel.core.deposit.DepositKind;
import io.sumbrel.core.deposit.MemberKind;
import io.sumbrel.core.deposit.RecordedId;
import io.sumbrel.core.ledger.AccountCode;
import io.sumbrel.core.money.Money;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.posting.Posting;
import io.sumbrel.core.posting.PostingNumber;
import io.sumbrel.core.receipt.MoneyIn;
import io.sumbrel.core.receipt.MoneyInId;
import java.time.LocalDate;
import java.util.Currency;
import java.util.List;
import java.util.Optional;

/**
 * The stored facts of a set of books, from which every invariant is computed.
 *
 * @param gone entries that were explained once and count no more: they were given their parts, or
 *     their file was withdrawn
 * @param postings in the order of their making; read once, piece by piece where there are many
 * @param standing what the record names besides postings, as it is now
 */
public record BooksFacts(
    List<Account> accounts,
    List<Statement> statements,
    List<Entry> entries,
    List<Entry> gone,
    List<Deposit> deposits,
    List<OnHand> onHand,
    List<OpenItem> items,
    Iterable<Made> postings,
    List<Intake> intakes,
    AuditTrail audit,
    List<Fact> standing) {

  /**
   * A posting.
   *
   * @param fact what the record must say of it; empty in books that keep no record
   */
  public record Made(Posting posting, Optional<Fact> fact) {
    /** Postings of books that keep no record. */
    public static List<Made> unrecorded(List<Posting> postings) {
      return postings.stream().map(p -> new Made(p, Optional.empty())).toList();
    }
  }

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
   * What reaches the bank as one sum.
   *
   * @param clearing the account on which it stands until it is tied
   * @param waiting the bank entry that is this sum
   * @param tie the posting by which it is tied to what the bank shows
   */
  public record Deposit(
      RecordedId id,
      String words,
      DepositKind kind,
      AccountCode clearing,
      Currency currency,
      long netMinor,
      List<Member> members,
      Optional<MoneyInId> waiting,
      Optional<PostingNumber> tie) {}

  /**
   * A receipt on no slip.
   *
   * @param standsOn the account on which it stands until it is tied
   * @param moneyIn as which it is explained; empty for one from before these books
   * @param tie the posting by which it is tied to what the bank shows
   */
  public record OnHand(
      RecordedId id,
      MemberKind kind,
      AccountCode standsOn,
      Currency currency,
      long amountMinor,
      Optional<MoneyInId> moneyIn,
      Optional<PostingNumber> tie) {}

  /**
   * A member of a deposit.
   *
   * @param moneyIn as which it must be explained; empty where it is explained otherwise
   */
  public record Member(
      MemberKind kind, Currency currency, long amountMinor, Optional<MoneyInId> moneyIn) {}

  /**
   * A booked bank entry, or a member of a deposit that must be explained.
   *
   * @param account the bank's, or the one on which the deposit stands until it is tied
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
