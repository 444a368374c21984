package io.sumbrel.core.usual;

import io.sumbrel.core.bank.Method;
import io.sumbrel.core.evidence.TextSpan;
import io.sumbrel.core.ledger.StandardAccount;
import io.sumbrel.core.receipt.MoneyIn;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * What an entry says that it is, by the bank's code for it or by a word in its text. The words are
 * those of statements in several languages (common practice, from memory).
 */
enum Says {
  /** Interest is looked for first: a line may name both, and charges have a word of their own. */
  INTEREST(
      Method.INTEREST,
      StandardAccount.INTEREST_RECEIVED,
      StandardAccount.OTHER_EXPENSE,
      "INTEREST",
      "\\p{L}*ZINS(?:EN)?",
      "INT[EÉ]R[EÊ]TS?",
      "INTERESES",
      "INTERESSI"),
  CHARGE(
      Method.CHARGE,
      StandardAccount.BANK_CHARGES,
      StandardAccount.BANK_CHARGES,
      "CHARGES?",
      "FEES?",
      "\\p{L}*ENTGELTE?",
      "\\p{L}*GEB(?:UE|Ü)HR(?:EN)?",
      "SPESEN",
      "COMMISSIONI?S?",
      "COMISI[OÓ]N(?:ES)?",
      "FRAIS",
      "KOSTEN");

  private final Method method;
  private final StandardAccount in;
  private final StandardAccount out;
  private final Pattern words;

  Says(Method method, StandardAccount in, StandardAccount out, String... words) {
    this.method = method;
    this.in = in;
    this.out = out;
    this.words =
        Pattern.compile(
            "(?<![\\p{L}\\d])(?:" + String.join("|", words) + ")(?![\\p{L}\\d])",
            Pattern.CASE_INSENSITIVE | Pattern.UNICODE_CASE | Pattern.UNICODE_CHARACTER_CLASS);
  }

  /**
   * What an entry says.
   *
   * @param coded whether the bank's own code says it; else a word of the text
   */
  record Found(Says what, boolean coded, Optional<TextSpan> source, String written) {}

  static Optional<Found> of(MoneyIn money) {
    Optional<Found> worded = Optional.empty();
    for (Says what : values()) {
      Matcher word = what.words.matcher(money.text());
      boolean found = word.find();
      if (money.bankLine().filter(l -> l.method() == what.method).isPresent()) {
        return Optional.of(
            new Found(
                what,
                true,
                found ? Optional.of(BankText.span(word)) : Optional.empty(),
                what.method.words()));
      }
      if (found && worded.isEmpty()) {
        worded =
            Optional.of(new Found(what, false, Optional.of(BankText.span(word)), word.group()));
      }
    }
    return worded;
  }

  /** The account on which it stands in every house. */
  StandardAccount account(boolean isIn) {
    return isIn ? in : out;
  }
}
