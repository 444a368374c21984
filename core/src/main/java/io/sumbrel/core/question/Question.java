package io.sumbrel.core.question;

import io.sumbrel.core.receipt.MoneyIn;
import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.core.refusal.Refusal;
import java.time.LocalDate;
import java.time.format.DateTimeFormatter;
import java.util.Locale;
import java.util.Objects;

/**
 * Somebody was asked about a sum. It rests until the day of the next look, and then comes back.
 *
 * @param name who exactly, such as a person or an address; may be empty
 * @param words what was asked
 */
public record Question(
    MoneyInId money, Whom whom, String name, String words, LocalDate askedOn, LocalDate nextLook) {
  private static final int MOST_NAME = 80;
  private static final int MOST_WORDS = 2_000;

  /** An answer that takes longer is asked for again. */
  private static final int MOST_DAYS = 366;

  private static final DateTimeFormatter DAY =
      DateTimeFormatter.ofPattern("d MMMM yyyy", Locale.ENGLISH);

  /** Who is asked. */
  public enum Whom {
    CUSTOMER("the customer"),
    BANK("the bank"),
    COLLEAGUE("a colleague");

    private final String words;

    Whom(String words) {
      this.words = words;
    }

    public String words() {
      return words;
    }
  }

  /**
   * @throws Refusal {@code question} without words or with too many, {@code next-look} for a day
   *     that is not after the asking, or more than a year later
   */
  public Question {
    Objects.requireNonNull(money);
    Objects.requireNonNull(whom);
    name = name.strip();
    words = words.strip();
    if (words.isEmpty() || words.length() > MOST_WORDS || name.length() > MOST_NAME) {
      throw new Refusal(
          "question",
          "Say what is asked in up to %,d letters, and whom in up to %d."
              .formatted(MOST_WORDS, MOST_NAME));
    }
    if (!nextLook.isAfter(askedOn) || nextLook.isAfter(askedOn.plusDays(MOST_DAYS))) {
      throw new Refusal(
          "next-look",
          "The next look is after %s and within a year; it is %s.".formatted(askedOn, nextLook));
    }
  }

  /** Whether its day has come. */
  public boolean isDue(LocalDate today) {
    return !nextLook.isAfter(today);
  }

  /** Whom, in words: the name if there is one. */
  public String whomWords() {
    return name.isEmpty() ? whom.words() : name;
  }

  /**
   * A text to begin with, as a letter would say it.
   *
   * @param payer who paid or was paid, as the bank writes it
   * @param house who asks
   */
  public static String draft(Whom whom, MoneyIn money, String payer, String house) {
    String sum =
        "%s %s"
            .formatted(money.currency(), money.isIn() ? money.words() : money.words().substring(1));
    String day = DAY.format(money.bookingDate());
    String text =
        money.text().lines().map(String::strip).reduce((a, b) -> a + " / " + b).orElse("");
    return switch (whom) {
      case CUSTOMER ->
          money.isIn()
              ? """
              On %s we received %s from you, with the text “%s”.
              Which invoices does it pay? If you took off anything, please tell us how much and why.
              %s"""
                  .formatted(day, sum, text, house)
              : """
              On %s %s left our account for you, with the text “%s”.
              What is it for?
              %s"""
                  .formatted(day, sum, text, house);
      case BANK ->
          """
          Your entry of %s over %s, %s, carries the text “%s”.
          Please tell us who %s it, and for what.
          %s"""
              .formatted(
                  day,
                  sum,
                  money.isIn() ? "in" : "out",
                  text,
                  money.isIn() ? "paid" : "drew",
                  house);
      case COLLEAGUE ->
          """
          %s of %s, %s, %s: “%s”.
          Do you know what it is?"""
              .formatted(sum, payer, day, money.isIn() ? "came in" : "went out", text);
    };
  }
}
