package io.sumbrel.server.desk;

import io.sumbrel.core.evidence.Evidence;
import io.sumbrel.core.evidence.TextSpan;
import io.sumbrel.core.ledger.LedgerAccount;
import io.sumbrel.core.matching.Certainty;
import io.sumbrel.core.receipt.SetAside;
import io.sumbrel.core.tape.LineKind;
import io.sumbrel.core.tape.ShortPayReason;
import io.sumbrel.server.followup.Questions;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;

/** What the desk shows. Amounts in minor units. */
final class DeskViews {
  private DeskViews() {}

  /**
   * How far the day is, in one currency: of the money in that stood in the pile when it began or
   * came since.
   */
  record ProgressView(String currency, long placedMinor, long totalMinor) {}

  /**
   * One row of the pile, the same for everybody.
   *
   * @param words the second line: day, how it came, what the plan says
   * @param method how it came
   * @param reference the bank's
   * @param text what the bank sent, as far as it is looked for
   * @param ground what the proposal rests on, in words; empty where nothing is proposed
   * @param tie whether it is recorded already, and so not posted with what is sure
   * @param responsible who looks after its customer, else after its account; empty for nobody
   * @param lacksPaper whether it has no paper where the house wants one
   * @param place by which rows are sorted
   */
  record PileRow(
      long id,
      String payer,
      String words,
      LocalDate date,
      String currency,
      long amountMinor,
      String account,
      String method,
      String reference,
      String text,
      Certainty certainty,
      String ground,
      boolean tie,
      long ways,
      String responsible,
      boolean lacksPaper,
      String place) {}

  /**
   * A sum on which somebody has a tape.
   *
   * @param workedBy others than who asks
   */
  record WorkedView(long id, boolean putBy, List<String> workedBy) {}

  /**
   * @param awaitedCome money on account that was meant for invoices that have come
   * @param anyMoney whether any money has ever come in: an empty pile says little of a new house
   * @param entries how many rows the pile has
   * @param setAside how many sums were taken out of the work
   * @param waiting how many tapes wait for a second person
   * @param questions what was asked about sums of the pile
   * @param feedNumber names this state; a browser that has it asks only for what changed since
   * @param whole whether the rows are all of the pile, or those that are new or changed
   * @param gone rows that are there no more
   */
  record DeskView(
      List<ProgressView> progress,
      boolean anyMoney,
      int entries,
      int putBy,
      int setAside,
      int waiting,
      int awaitedCome,
      List<Questions.QuestionView> questions,
      long feedNumber,
      boolean whole,
      List<PileRow> rows,
      List<Long> gone,
      List<WorkedView> worked) {}

  /**
   * A sum with the tape that would be posted.
   *
   * @param words what explains it, in short
   * @param forgivenMinor what the tape grants the customer
   * @param makerId whose tape it is, where it is another's
   * @param maker their name; empty where it is one's own or the plan's
   * @param lacking why it cannot be posted; else empty
   */
  record PreviewView(
      long moneyInId,
      String payer,
      String currency,
      long amountMinor,
      String words,
      long forgivenMinor,
      List<LineView> lines,
      Optional<Long> makerId,
      String maker,
      String lacking) {}

  record EvidenceView(
      Evidence.Side side, String words, Optional<Integer> start, Optional<Integer> end) {
    static EvidenceView of(Evidence evidence) {
      return new EvidenceView(
          evidence.side(),
          evidence.words(),
          evidence.source().map(TextSpan::start),
          evidence.source().map(TextSpan::end));
    }
  }

  /** Another entry of the account that the bank corrects, or by which it does. */
  record PairView(long id, String payer, LocalDate date, long amountMinor) {}

  record WayView(
      String words,
      String because,
      Certainty certainty,
      boolean tie,
      List<LineView> lines,
      List<EvidenceView> evidence) {}

  /**
   * Somebody else's unposted tape on the same sum.
   *
   * @param waitsFor why it waits for a second person
   * @param lines of one that waits
   */
  record OtherDraftView(
      long personId,
      String person,
      Instant changedAt,
      Optional<String> waitsFor,
      Optional<List<LineView>> lines) {}

  /**
   * One sum, with everything that may explain it.
   *
   * @param bankCode the ledger account of the bank account, of an entry of the bank
   * @param beside what it may be that is no customer's
   * @param pairs entries with which it comes to nothing: the bank corrected itself
   * @param chosen of the ways, the one that the plan takes
   * @param besideProposed whether the first of those beside is proposed
   * @param reached whether open items reach the sum in any way
   * @param question what was asked about it
   * @param waitsFor why one's own tape waits for a second person
   * @param sentBack what the second person said against it
   * @param meantFor an invoice or order that the text names
   * @param recordedAlready in words, that the money may be in the books already; else empty
   */
  record MoneyView(
      long id,
      String payer,
      String currency,
      long amountMinor,
      LocalDate date,
      LocalDate valueDate,
      LocalDate postingDate,
      String account,
      Optional<String> bankCode,
      String method,
      String bankReference,
      String text,
      Certainty certainty,
      List<WayView> ways,
      List<WayView> beside,
      List<PairView> pairs,
      Optional<Integer> chosen,
      boolean besideProposed,
      boolean reached,
      String waysCount,
      String searched,
      String recordedAlready,
      Optional<String> meantFor,
      Optional<Long> customerId,
      Optional<List<LineView>> draft,
      boolean putBy,
      Optional<Questions.QuestionView> question,
      Optional<String> waitsFor,
      Optional<String> sentBack,
      List<OtherDraftView> others,
      int otherMoneyOfPayer) {}

  /**
   * Open items of a customer, or found by a search.
   *
   * @param found how many there are; the list may hold the first of them
   */
  record ItemsView(
      String title,
      Optional<Long> customerId,
      long invoicesMinor,
      long creditsMinor,
      String currency,
      int found,
      List<LineView.ItemView> items) {}

  /**
   * A credit with what is left of it.
   *
   * @param days since it began
   * @param usable whether a tape may use it; what is to be paid back waits for the bank
   * @param come the invoice for which it was meant, where that has come
   */
  record CreditView(
      LineView.ItemView item, long days, boolean usable, Optional<LineView.ItemView> come) {}

  /**
   * The core's judgement of a tape that is being made.
   *
   * @param warning what speaks against it, though it may be posted
   */
  record JudgedView(
      long leftMinor, boolean postable, String code, String sentence, Optional<String> warning) {}

  /**
   * @param ofExchange whether it is only of items in another currency
   * @param retired whether it is no longer chosen
   */
  record ReasonView(
      String code,
      String words,
      LineKind kind,
      boolean namesItem,
      boolean ofExchange,
      boolean retired) {}

  record ShortPayView(ShortPayReason code, String words) {}

  /**
   * @param number the house's own
   */
  record AccountView(String code, String number, String words) {
    static AccountView of(LedgerAccount account) {
      return new AccountView(account.code().code(), account.number(), account.name());
    }
  }

  record TaxView(String code, String words) {}

  /**
   * Why a sum may be set aside.
   *
   * @param needsNote whether it says nothing by itself
   */
  record AsideView(SetAside.Reason code, String words, boolean needsNote) {}

  /** What was done, in words. */
  record DoneSaid(String words) {}

  /** A bank account of the house, to or from which money is moved, by its ledger account. */
  record OwnView(String code, String words, String currency) {}

  /**
   * A kind of line with its side: {@code 1} adds to what is to be placed, {@code -1} places.
   *
   * @param sidePaidOut its side on a tape that explains money paid out
   */
  record KindView(LineKind kind, String words, int side, int sidePaidOut) {}

  /** How a posted tape came about, to choose by; its code is that of a hand or of a ground. */
  record HowView(String code, String words) {}

  /**
   * @param exchangeGain where it goes what an item in another currency brought more
   * @param hands whose hand made a posted tape what it is
   * @param grounds what it rests on
   * @param bearCharges customers who bear what banks keep on the way
   */
  record ChoicesView(
      List<KindView> kinds,
      List<ReasonView> reasons,
      List<ShortPayView> shortPays,
      List<AccountView> accounts,
      Optional<AccountView> exchangeGain,
      List<OwnView> own,
      List<TaxView> taxCodes,
      List<AsideView> setAsides,
      List<HowView> hands,
      List<HowView> grounds,
      List<Long> bearCharges) {}

  /**
   * A sum that is explained, or whose explanation was turned back.
   *
   * @param hand whose hand made it what it is, in words; empty for what was posted before that was
   *     kept
   * @param ground what it rests on, in words
   * @param lacksPaper whether it has no paper where the house wants one
   */
  record DoneView(
      String number,
      LocalDate date,
      Instant postedAt,
      String actor,
      Optional<Long> moneyInId,
      String payer,
      String account,
      String currency,
      long amountMinor,
      String words,
      String hand,
      String ground,
      boolean lacksPaper,
      Optional<String> turnedBackBy) {}

  /** What stands of a list in one currency. */
  record TotalView(String currency, int count, long amountMinor) {}

  /**
   * @param next where the page of older ones begins; empty when there are none
   */
  record DoneListView(List<DoneView> rows, Optional<Long> next) {}
}
