package io.sumbrel.core.usual;

import io.sumbrel.core.evidence.Evidence;
import io.sumbrel.core.evidence.TextSpan;
import io.sumbrel.core.receipt.MoneyIn;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** All that a bank writes of an entry, read for names, numbers and words. Immutable. */
public final class BankText {
  /** A name of fewer letters says too little. */
  private static final int SHORTEST_NAME = 4;

  private final String text;
  private final String names;

  public BankText(MoneyIn entry) {
    text = entry.text();
    names = plain(entry.payerName().orElse("") + "\n" + text);
  }

  /** Whether somebody of this name is named, however it is punctuated. */
  public boolean names(String name) {
    String plain = plain(name);
    return plain.length() >= SHORTEST_NAME && names.contains(plain);
  }

  /** That it uses one of some words. */
  public Optional<Evidence> says(Pattern words) {
    Matcher found = words.matcher(text);
    return found.find()
        ? Optional.of(new Evidence.EntrySays(found.group(), false, Optional.of(span(found))))
        : Optional.empty();
  }

  /** Where a number stands in it, by itself. */
  public Optional<TextSpan> spanOf(String number) {
    return spanOf(number, text);
  }

  /** Where a number stands in any text, by itself. */
  public static Optional<TextSpan> spanOf(String number, String text) {
    Matcher found =
        Pattern.compile(
                "(?<![A-Z0-9])" + Pattern.quote(number) + "(?![A-Z0-9])", Pattern.CASE_INSENSITIVE)
            .matcher(text);
    return found.find() ? Optional.of(span(found)) : Optional.empty();
  }

  /** Where in a text something was found. */
  public static TextSpan span(Matcher found) {
    return new TextSpan(found.start(), found.end());
  }

  private static String plain(String text) {
    return text.toUpperCase(Locale.ROOT).replaceAll("[^\\p{L}\\d]+", " ").strip();
  }
}
