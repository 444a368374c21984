package io.sumbrel.core.proof;

import io.sumbrel.core.deposit.DepositKind;
import io.sumbrel.core.deposit.MemberKind;
import io.sumbrel.core.deposit.RecordedId;
import io.sumbrel.core.ledger.AccountCode;
import io.sumbrel.core.ledger.JournalLine;
import io.sumbrel.core.money.Money;
import io.sumbrel.core.openitem.ItemId;
import io.sumbrel.core.openitem.ItemKind;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.party.CustomerId;
import io.sumbrel.core.posting.Posting;
import io.sumbrel.core.posting.PostingNumber;
import io.sumbrel.core.receipt.MoneyIn;
import io.sumbrel.core.receipt.MoneyInId;
import java.time.LocalDate;
import java.util.Currency;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * The stored facts of a set of books, from which every invariant is computed.
 *
 * @param gone entries that were explained once and count no more: they were given their parts, or
 *     their file was withdrawn
 * @param setAside what was taken out of the day's work: it stands unexplained
 * @param kept what is kept beside the facts; empty where nothing is, or only a part is looked at
 * @param postings in the order of their making; read once, piece by piece where there are many
 * @param standing what the record names besides postings, as it is now
 * @param before what stood before them, where the facts are only those made since a month was
 *     closed; empty where they are all facts
 */
public record BooksFacts(
    List<Account> accounts,
    List<Statement> statements,
    List<Entry> entries,
    List<Entry> gone,
    Set<MoneyInId> setAside,
    List<Deposit> deposits,
    List<OnHand> onHand,
    List<OpenItem> items,
    Optional<Kept> kept,
    Iterable<Made> postings,
    List<Intake> intakes,
    AuditTrail audit,
    List<Fact> standing,
    Optional<Before> before) {

  /**
   * What is kept in step with the facts, so that nobody need reckon it from all of them.
   *
   * @param balances what each account stands at
   * @param bank what the bank shows on each bank account
   * @param unexplained the entries that nothing explains
   */
  public record Kept(
      List<Balance> balances, Map<AccountCode, Money> bank, Set<MoneyInId> unexplained) {}

  /** What an account stands at in one currency, debit above zero. */
  public record Balance(AccountCode account, Money amount) {}

  /**
   * What the books stood at before the first posting that is dated after a closed month, by sums.
   * The facts are then those since: the postings from that one on, the items that they moved, what
   * was booked since, and whatever they or a deposit name; deposits are all there. An account
   * begins with the balance of the last statement that is left out.
   *
   * @param closed the last day of the month: nothing made later is dated up to it
   * @param bank what each bank account came to on that day
   * @param explaining what of before explains a sum which the facts explain too, or free again
   * @param moved what movements from before come to, of the items that moved since
   * @param ledger what the accounts stood at, receivables by customer; in no order
   * @param open what is open now, of all items
   * @param lastNumbers the last journal number given before, by the year
   * @param unread names of facts of the record that are not reckoned anew
   */
  public record Before(
      LocalDate closed,
      Map<AccountCode, BankReconciliation> bank,
      List<Explaining> explaining,
      Map<ItemId, Moved> moved,
      List<JournalLine> ledger,
      List<Open> open,
      Map<Integer, Integer> lastNumbers,
      Set<String> unread) {

    /** Whether a posting was made before. */
    boolean has(PostingNumber number) {
      return number.number() <= lastNumbers.getOrDefault(number.year(), 0);
    }
  }

  /** A posting, in force when the facts began, with the sums that it explains. */
  public record Explaining(PostingNumber number, LocalDate date, Set<MoneyInId> money) {}

  /**
   * What all movements of an item come to, in minor units.
   *
   * @param totalMinor what is billed
   * @param openMinor what is left of it
   */
  public record Moved(long totalMinor, long openMinor) {
    static final Moved NOTHING = new Moved(0, 0);
  }

  /** What is open of many items together. */
  public record Open(ItemKind kind, Optional<CustomerId> customer, Money amount) {
    /** What is open of one. */
    public static Open of(OpenItem item) {
      return new Open(
          item.kind(), item.customer(), Money.ofMinor(item.currency(), item.openMinor()));
    }
  }

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
   * @param handedIn the posting by which a slip of our own came to be; it says what it holds
   * @param posted the posting by which what the processor kept of a payout is in the books
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
      Optional<PostingNumber> handedIn,
      Optional<PostingNumber> posted,
      Optional<MoneyInId> waiting,
      Optional<PostingNumber> tie) {}

  /**
   * A receipt that was taken in, or brought forward, by itself.
   *
   * @param standsOn the account on which it stands until it is tied
   * @param moneyIn as which it is explained; empty for one from before these books
   * @param tie the posting by which it is tied to what the bank shows, or was handed in
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
