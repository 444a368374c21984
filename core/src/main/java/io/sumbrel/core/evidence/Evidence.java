package io.sumbrel.core.evidence;

import io.sumbrel.core.money.BasisPoints;
import io.sumbrel.core.money.ExchangeRate;
import io.sumbrel.core.money.Money;
import io.sumbrel.core.rules.SilentStep;
import java.time.LocalDate;
import java.util.Optional;

/**
 * One reason for or against a proposal, as a fact with its amounts and names. What it weighs in a
 * proposal is the weighing's affair; its sentence for people is made here and nowhere else.
 */
public sealed interface Evidence {

  /** Which way a reason points. */
  enum Side {
    FOR,
    AGAINST
  }

  /** A short sentence for people. */
  String words();

  default Side side() {
    return Side.FOR;
  }

  /** The part of the bank's text it rests on. */
  default Optional<TextSpan> source() {
    return Optional.empty();
  }

  /** A reason that points against the proposal. */
  sealed interface Against extends Evidence {
    @Override
    default Side side() {
      return Side.AGAINST;
    }
  }

  /** How a number in the text means an item. */
  enum NumberReading {
    STATED,
    WHOLE,
    LETTER_O,
    TAIL,
    RANGE,
    JOINED,
    MISTYPED
  }

  /**
   * The number of an item stands in the text.
   *
   * @param written as the bank passed it on
   */
  record ItemNamed(String written, String number, NumberReading how, Optional<TextSpan> source)
      implements Evidence {
    @Override
    public String words() {
      return switch (how) {
        case STATED -> written + " is stated as a reference";
        case WHOLE -> written + " stands in the text";
        case LETTER_O -> number + " read from “" + written + "”, letter O for zero";
        case TAIL -> number + " read from its end, “" + written + "”";
        case RANGE -> number + " lies in the range that the text names";
        case JOINED -> number + " read from “" + written + "”, numbers run together";
        case MISTYPED -> number + " is one slip from “" + written + "”";
      };
    }
  }

  /** An order number in the text was billed with this item. */
  record OrderNamed(String written, String number, Optional<TextSpan> source) implements Evidence {
    @Override
    public String words() {
      return "order " + written + " was billed as " + number;
    }
  }

  /** The text names items that the proposal leaves out. */
  record LeavesOut(int count) implements Against {
    @Override
    public String words() {
      return "leaves out " + count + " that the text names";
    }
  }

  /** No number of an item stands in the text. */
  record NoNumber() implements Against {
    @Override
    public String words() {
      return "no number in the text";
    }
  }

  /** Why it is not sure, however well all else fits. */
  record NotSure(String words) implements Against {}

  /** What the text names is settled already. */
  record SettledAlready(String number, Optional<TextSpan> source) implements Against {
    @Override
    public String words() {
      return number + " is settled already";
    }
  }

  /** The text names an order that is not billed: for a prepayment, against anything else. */
  record OrderNotBilled(String order, Side side, Optional<TextSpan> source) implements Evidence {
    @Override
    public String words() {
      return "order " + order + " is not billed yet";
    }
  }

  /** The payer's name reads like the customer's. */
  record PayerReads(String customer, boolean same, Optional<TextSpan> source) implements Evidence {
    @Override
    public String words() {
      return "payer reads " + (same ? "" : "like ") + customer;
    }
  }

  /** The same payer, or the same account, paid for the customer before. */
  record PaidBefore(
      String customer,
      boolean byAccount,
      int times,
      int others,
      LocalDate last,
      Optional<TextSpan> source)
      implements Evidence {
    @Override
    public String words() {
      return "%s paid for %s %d time%s before, last on %s%s"
          .formatted(
              byAccount ? "this account" : "this payer",
              customer,
              times,
              times == 1 ? "" : "s",
              last,
              others == 0 ? "" : ", and %d times for others".formatted(others));
    }
  }

  /** The customer's own number stands in the text. */
  record CustomerNumber(String customer, Optional<TextSpan> source) implements Evidence {
    @Override
    public String words() {
      return "the text names the number of " + customer;
    }
  }

  /** Name, account or number speak for another customer. */
  record AnotherPayer(String customer) implements Against {
    @Override
    public String words() {
      return "the payer reads like " + customer;
    }
  }

  /**
   * Who pays is not known.
   *
   * @param named whether the bank gives a name
   */
  record UnknownPayer(boolean named) implements Against {
    @Override
    public String words() {
      return named ? "no customer is known by the payer's name" : "nothing says who pays";
    }
  }

  /** What is settled is what was received. */
  record AmountMeets() implements Evidence {
    @Override
    public String words() {
      return "amounts meet exactly";
    }
  }

  /** Cents are missing, and let off. */
  record LetOff(Money missing) implements Against {
    @Override
    public String words() {
      return missing.words() + " under: so little is let off";
    }
  }

  /**
   * A bank on the way kept something.
   *
   * @param cap how much that may be
   */
  record ChargeKept(Money missing, Money cap) implements Against {
    @Override
    public String words() {
      return missing.words() + " under: within the " + cap.words() + " charge limit";
    }
  }

  /** By the rules of the house the customer bears what banks keep. */
  record ChargeIsTheirs() implements Evidence {
    @Override
    public String words() {
      return "this customer bears the charges of banks: it stays open";
    }
  }

  /** The text of the bank speaks of charges. */
  record ChargesSpokenOf() implements Evidence {
    @Override
    public String words() {
      return "the bank speaks of charges";
    }
  }

  /** A discount was taken in the time that the terms grant. */
  record DiscountInTime(Money discount) implements Evidence {
    @Override
    public String words() {
      return "discount of " + discount.words() + " as the terms allow, in time";
    }
  }

  /** A discount was taken after its time, within the grace of the house. */
  record DiscountLate(Money discount) implements Against {
    @Override
    public String words() {
      return "discount of " + discount.words() + " taken late, within the grace";
    }
  }

  /**
   * Tax was withheld at a rate that the house knows.
   *
   * @param ofNet whether it is reckoned on a price without tax that the items state
   */
  record TaxWithheld(Money tax, int basisPoints, boolean ofNet) implements Evidence {
    @Override
    public String words() {
      return "tax of %s withheld, %s %% of the price%s"
          .formatted(tax.words(), BasisPoints.words(basisPoints), ofNet ? " without tax" : "");
    }
  }

  /** A part stays open on the last item. */
  record StaysOpen(Money missing, String number) implements Against {
    @Override
    public String words() {
      return "short by " + missing.words() + ", stays open on " + number;
    }
  }

  /** More came than is open. */
  record MoreThanOpen(Money more) implements Against {
    @Override
    public String words() {
      return more.words() + " more than is open on what is named";
    }
  }

  /**
   * The payer states how much is for what.
   *
   * @param unsaid what the details leave unsaid of the sum; empty when they add up
   */
  record SplitStated(int details, Optional<Money> unsaid) implements Evidence {
    @Override
    public String words() {
      String split = details == 1 ? "the detail" : "the " + details + " details";
      return unsaid
          .map(
              u ->
                  "%s of the payer %s %s unsaid"
                      .formatted(split, details == 1 ? "leaves" : "leave", u.words()))
          .orElse(split + " of the payer " + (details == 1 ? "is" : "add up to") + " the sum");
    }
  }

  /**
   * The payer states another split than this, or one that cannot be.
   *
   * @param over what the details come to beyond the sum; empty where they do not
   */
  record SplitDiffers(Optional<Money> over) implements Against {
    @Override
    public String words() {
      return over.map(o -> "the details of the payer come to " + o.words() + " more than the sum")
          .orElse("the payer states another split");
    }
  }

  /** What customers do by habit. */
  enum Custom {
    DISCOUNT("took the discount"),
    MONTH("paid a whole month"),
    EARLIEST("ran down from the earliest due"),
    DAY("paid at this time of the month"),
    CHARGE("lost just as much on the way");

    private final String words;

    Custom(String words) {
      this.words = words;
    }
  }

  /**
   * The customer is used to pay so.
   *
   * @param of how many earlier payments are known
   */
  record AsEver(Custom did, int times, int of) implements Evidence {
    @Override
    public String words() {
      return "%s on %d of %d earlier payments".formatted(did.words, times, of);
    }
  }

  /**
   * A list says how to place what names nothing.
   *
   * @param step which step of it; empty where it is none
   * @param own whether it is a list of the customer's own
   */
  record ByList(Optional<SilentStep> step, boolean own) implements Evidence {
    @Override
    public String words() {
      String whose = own ? "agreed with the customer" : "the list of the house";
      return whose + ": " + step.map(SilentStep::words).orElse("") + ", where nothing is named";
    }
  }

  /** The set is one that payers choose, or one that nothing speaks for. */
  record SetShape(SetKind kind) implements Evidence {
    @Override
    public String words() {
      return kind.words();
    }

    @Override
    public Side side() {
      return kind.side();
    }
  }

  /** Among what other ways were found. */
  enum Among {
    RECORDED("recorded sums"),
    RECORDED_SETS("sets of recorded sums"),
    PAIRS("pairs of invoices"),
    SETS("sets of invoices"),
    SETS_OF_CUSTOMER("sets of this customer"),
    ITEMS("open items of all customers");

    private final String words;

    Among(String words) {
      this.words = words;
    }
  }

  /**
   * Other sets reach the sum as well.
   *
   * @param count this one among them
   */
  record OtherWays(long count, Among what) implements Against {
    @Override
    public String words() {
      return count + " " + what.words + " reach the sum";
    }
  }

  /** The money is in the books already and waits for the bank. */
  record RecordedAlready(String record, LocalDate date) implements Evidence {
    @Override
    public String words() {
      return record + " of " + date + " is recorded and waits for the bank";
    }
  }

  /** The bank names what is recorded. */
  record RecordNamed(String record, Optional<TextSpan> source) implements Evidence {
    @Override
    public String words() {
      return "the bank names " + record;
    }
  }

  /** The sum is recorded already: placed so, it would count twice. */
  record CountsTwice() implements Against {
    @Override
    public String words() {
      return "this very sum is recorded and waits for the bank: placed here it may count twice";
    }
  }

  /**
   * An entry says itself what it is.
   *
   * @param written the word of its text, or what the bank's code for it means
   * @param coded whether it is the bank's code
   */
  record EntrySays(String written, boolean coded, Optional<TextSpan> source) implements Evidence {
    @Override
    public String words() {
      return coded ? "the bank codes it as " + written : "the text says “" + written + "”";
    }
  }

  /** Entries that read alike were placed so. */
  record PlacedSoBefore(int times, LocalDate last) implements Evidence {
    @Override
    public String words() {
      return "what reads so went there %d time%s before, last on %s"
          .formatted(times, times == 1 ? "" : "s", last);
    }
  }

  /** The house often places money there. */
  record OftenHere(int times) implements Evidence {
    @Override
    public String words() {
      return "the house placed money there %d time%s".formatted(times, times == 1 ? "" : "s");
    }
  }

  /** One half of an own transfer is in the books, and the other is to be shown. */
  record OnItsWay(String number, String bank, LocalDate date) implements Evidence {
    @Override
    public String words() {
      return "%s of %s shows the other half at %s".formatted(number, date, bank);
    }
  }

  /** A bank exchanged what is on its way, at a rate near that of the house. */
  record ExchangedNear(ExchangeRate bank, ExchangeRate house) implements Evidence {
    @Override
    public String words() {
      return "exchanged at %s; the house has %s of %s"
          .formatted(bank.rounded(), house.figure(), house.date());
    }
  }

  /** Another bank account of the house shows as much the other way. */
  record OtherBankShows(String bank, LocalDate date) implements Evidence {
    @Override
    public String words() {
      return bank + " shows as much the other way on " + date;
    }
  }

  /** The bank writes the number of another bank account of the house. */
  record OwnAccountNamed(String bank, Optional<TextSpan> source) implements Evidence {
    @Override
    public String words() {
      return "the bank names " + bank + ", an account of the house";
    }
  }

  /** The bank says itself that it takes a booking back. */
  record BankTakesBack(LocalDate date) implements Evidence {
    @Override
    public String words() {
      return "the bank takes back its booking of " + date;
    }
  }

  /** A number that a receipt carries stands in the text. */
  record NumberOfReceipt(String number, Optional<TextSpan> source) implements Evidence {
    @Override
    public String words() {
      return number + " stands on the receipt too";
    }
  }

  /** The payer of a receipt is named. */
  record SamePayer(String payer) implements Evidence {
    @Override
    public String words() {
      return "it names " + payer + ", who paid";
    }
  }

  /** A receipt of the sum, or of more, is in the books. */
  record ReceivedSo(String number, Money amount, LocalDate date) implements Evidence {
    @Override
    public String words() {
      return "%s received %s on %s".formatted(number, amount.words(), date);
    }
  }

  /** A payment from before the books began was of this sum. */
  record PaidBeforeBooks(Money amount, LocalDate date, String items) implements Evidence {
    @Override
    public String words() {
      return "%s was paid on %s%s"
          .formatted(amount.words(), date, items.isEmpty() ? "" : " for " + items);
    }
  }

  /** It was decided before that this is paid back. */
  record ToBePaid(String number, String to, LocalDate date) implements Evidence {
    @Override
    public String words() {
      return "%s of %s is to be paid back to %s".formatted(number, date, to);
    }
  }

  /** A customer is named to whom money was paid out. */
  record RefundTo(String customer) implements Evidence {
    @Override
    public String words() {
      return "it names " + customer;
    }
  }
}
