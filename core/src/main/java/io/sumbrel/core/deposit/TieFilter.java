package io.sumbrel.core.deposit;

import io.sumbrel.core.money.AmountText;
import io.sumbrel.core.refusal.Refusal;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.Currency;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/**
 * What somebody types to narrow one side of a tie: several conditions, all of which must hold. A
 * word stands in the text, the amount or the date; {@code -word} stands nowhere; {@code
 * 100..250.50} is between, both ends among them.
 *
 * @param conditions as they are typed, in small letters
 * @param since nothing older; empty for all
 */
public record TieFilter(List<String> conditions, Optional<LocalDate> since) {
  private static final String BETWEEN = "[0-9.]*[0-9]\\.\\.[0-9][0-9.]*";

  public TieFilter {
    conditions = List.copyOf(conditions);
  }

  public static TieFilter of(String typed, Optional<LocalDate> since) {
    return new TieFilter(
        Arrays.stream(typed.strip().toLowerCase(Locale.ROOT).split("\\s+"))
            .filter(c -> !c.isEmpty())
            .toList(),
        since);
  }

  /** Whether all conditions hold of a sum. */
  public boolean holds(String words, LocalDate date, Currency currency, long minor) {
    if (since.filter(date::isBefore).isPresent()) {
      return false;
    }
    String all =
        (words + " " + AmountText.plain(minor, currency) + " " + date).toLowerCase(Locale.ROOT);
    return conditions.stream().allMatch(c -> holds(c, all, currency, minor));
  }

  private static boolean holds(String condition, String all, Currency currency, long minor) {
    if (condition.matches(BETWEEN)) {
      String[] ends = condition.split("\\.\\.", 2);
      try {
        return AmountText.parse(ends[0], currency) <= minor
            && minor <= AmountText.parse(ends[1], currency);
      } catch (Refusal e) {
        return all.contains(condition);
      }
    }
    boolean isNot = condition.length() > 1 && condition.startsWith("-");
    return isNot ? !all.contains(condition.substring(1)) : all.contains(condition);
  }
}
