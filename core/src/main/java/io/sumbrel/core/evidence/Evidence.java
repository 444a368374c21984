package io.sumbrel.core.evidence;

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
  record LeavesOut(int count) implements Evidence {
    @Override
    public String words() {
      return "leaves out " + count + " that the text names";
    }

    @Override
    public Side side() {
      return Side.AGAINST;
    }
  }

  /** No number of an item stands in the text. */
  record NoNumber() implements Evidence {
    @Override
    public String words() {
      return "no number in the text";
    }

    @Override
    public Side side() {
      return Side.AGAINST;
    }
  }

  /** What the text names is settled already. */
  record SettledAlready(String number, Optional<TextSpan> source) implements Evidence {
    @Override
    public String words() {
      return number + " is settled already";
    }

    @Override
    public Side side() {
      return Side.AGAINST;
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
  record AnotherPayer(String customer) implements Evidence {
    @Override
    public String words() {
      return "the payer reads like " + customer;
    }

    @Override
    public Side side() {
      return Side.AGAINST;
    }
  }

  /**
   * Who pays is not known.
   *
   * @param named whether the bank gives a name
   */
  record UnknownPayer(boolean named) implements Evidence {
    @Override
    public String words() {
      return named ? "no customer is known by the payer's name" : "nothing says who pays";
    }

    @Override
    public Side side() {
      return Side.AGAINST;
    }
  }

  /** What is settled is what was received. */
  record AmountMeets() implements Evidence {
    @Override
    public String words() {
      return "amounts meet exactly";
    }
  }

  /** What is settled is not what was received, and why that may be. */
  record Differs(String words, Side side) implements Evidence {}

  /**
   * The payer states how much is for what.
   *
   * @param unsaid what the details leave unsaid of the sum, in words; empty when they add up
   */
  record SplitStated(int details, Optional<String> unsaid) implements Evidence {
    @Override
    public String words() {
      String split = details == 1 ? "the detail" : "the " + details + " details";
      return unsaid
          .map(
              u -> split + " of the payer " + (details == 1 ? "leaves " : "leave ") + u + " unsaid")
          .orElse(split + " of the payer " + (details == 1 ? "is" : "add up to") + " the sum");
    }
  }

  /** The payer states another split than this, or one that cannot be. */
  record SplitDiffers(String words) implements Evidence {
    @Override
    public Side side() {
      return Side.AGAINST;
    }
  }

  /**
   * The customer is used to pay so.
   *
   * @param did what it did, such as took the discount
   */
  record AsEver(String did, int times, int of) implements Evidence {
    @Override
    public String words() {
      return "%s on %d of %d earlier payments".formatted(did, times, of);
    }
  }

  /**
   * A list says how to place what names nothing.
   *
   * @param step which step of it
   * @param own whether it is a list of the customer's own
   */
  record ByList(String step, boolean own) implements Evidence {
    @Override
    public String words() {
      String whose = own ? "agreed with the customer" : "the list of the house";
      return whose + ": " + step + ", where nothing is named";
    }
  }

  /** The set is one that payers choose: all that is due, a month, a run of numbers. */
  record SetShape(String words, Side side) implements Evidence {}

  /** Other sets reach the sum as well. */
  record OtherWays(long count, String what) implements Evidence {
    @Override
    public String words() {
      return count + " " + what + " reach the sum";
    }

    @Override
    public Side side() {
      return Side.AGAINST;
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
  record CountsTwice() implements Evidence {
    @Override
    public String words() {
      return "this very sum is recorded and waits for the bank: placed here it may count twice";
    }

    @Override
    public Side side() {
      return Side.AGAINST;
    }
  }
}
