package io.sumbrel.core.bank;

import io.sumbrel.core.money.Currencies;
import java.util.Currency;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * The number of a bank account as somebody writes it: an IBAN, a national number, alone or behind
 * the code of its bank, with or without leading zeros, parted in any way, with the currency behind
 * it where a bank keeps one number in several currencies. How banks write them is common practice;
 * that an IBAN is country, two check digits, and the national number in full is ISO 13616.
 *
 * @param written as it stands
 */
public record AccountNumber(String written) {
  /** Fewer signs may stand in any number. */
  private static final int FEWEST = 6;

  private static final Pattern IBAN = Pattern.compile("[A-Z]{2}\\d{2}([A-Z0-9]{11,30})");
  private static final Pattern WITH_CURRENCY = Pattern.compile("(.*\\d)([A-Z]{3})");

  /** How surely two numbers name one account, the surest first. */
  public enum Likeness {
    /** The same, however parted. */
    SAME,
    /** The same, but for a currency behind one of them. */
    BUT_FOR_CURRENCY,
    /** One ends with the other: a national number with and without its bank or its country. */
    ENDS_WITH,
    /** An IBAN has the other within: in some countries check digits stand behind the number. */
    WITHIN
  }

  /** Whether they are the same, however they are parted; leading zeros count for nothing. */
  public boolean isSame(AccountNumber other) {
    return plain().equals(other.plain());
  }

  /**
   * How surely this, as a file writes it, names an account of the house.
   *
   * @param currency in which that account is kept
   * @return empty where it names another
   */
  public Optional<Likeness> likenessTo(AccountNumber ours, Currency currency) {
    if (isSame(ours)) {
      return Optional.of(Likeness.SAME);
    }
    Optional<String> mine = without(currency);
    Optional<String> theirs = ours.without(currency);
    if (mine.isEmpty() || theirs.isEmpty()) {
      return Optional.empty();
    }
    if (mine.equals(theirs)) {
      return Optional.of(Likeness.BUT_FOR_CURRENCY);
    }
    boolean isMineLonger = mine.get().length() >= theirs.get().length();
    String longer = isMineLonger ? mine.get() : theirs.get();
    String shorter = isMineLonger ? theirs.get() : mine.get();
    if (ends(longer, shorter) || isBehindBank(longer, isMineLonger ? ours : this)) {
      return Optional.of(Likeness.ENDS_WITH);
    }
    Matcher iban = IBAN.matcher(longer);
    return Optional.of(Likeness.WITHIN)
        .filter(l -> shorter.length() >= FEWEST)
        .filter(l -> iban.matches() && iban.group(1).contains(shorter));
  }

  private static boolean ends(String longer, String shorter) {
    return shorter.length() >= FEWEST && longer.endsWith(shorter);
  }

  /** Bank and number parted by a stroke: within an IBAN zeros may stand between the two. */
  private static boolean isBehindBank(String longer, AccountNumber parted) {
    String[] parts = parted.written.split("/");
    return parts.length == 2
        && longer.contains(new AccountNumber(parts[0]).plain())
        && ends(longer, new AccountNumber(parts[1]).plain());
  }

  /** Without a currency behind it; empty where that is another than the account's. */
  private Optional<String> without(Currency currency) {
    Matcher with = WITH_CURRENCY.matcher(plain());
    if (!with.matches() || !Currencies.isCode(with.group(2))) {
      return Optional.of(plain());
    }
    return Optional.of(with.group(1)).filter(n -> with.group(2).equals(currency.getCurrencyCode()));
  }

  private String plain() {
    return written.toUpperCase(Locale.ROOT).replaceAll("[^A-Z0-9]", "").replaceFirst("^0+", "");
  }
}
