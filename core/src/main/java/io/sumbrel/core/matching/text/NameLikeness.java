package io.sumbrel.core.matching.text;

import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.apache.commons.text.similarity.JaroWinklerSimilarity;

/**
 * How alike two written names are, from 0 to 1000. Legal forms, case and punctuation do not count.
 */
public final class NameLikeness {
  /** From here on a name is taken to be nearly the same. */
  public static final int NEARLY_ALIKE = 900;

  /** From here on a name is taken to be the same. */
  public static final int ALIKE = 970;

  private static final Set<String> LEGAL_FORMS =
      Set.of(
          "LTD", "LIMITED", "INC", "LLC", "CO", "CORP", "GMBH", "AG", "SA", "BV", "PLC", "THE",
          "AND");

  /** In words. */
  private static final int LONGEST_NAME = 6;

  private static final JaroWinklerSimilarity SIMILARITY = new JaroWinklerSimilarity();

  private NameLikeness() {}

  /** A name as it is compared: upper case words without legal forms. */
  public static String normal(String name) {
    List<String> words =
        Arrays.asList(
            name.toUpperCase(Locale.ROOT).replaceAll("[^\\p{L}0-9]+", " ").strip().split(" "));
    String kept =
        words.stream().filter(w -> !LEGAL_FORMS.contains(w)).collect(Collectors.joining(" "));
    return kept.isEmpty() ? String.join(" ", words) : kept;
  }

  /**
   * @param one as from {@link #normal}
   * @param other as from {@link #normal}
   */
  public static int of(String one, String other) {
    if (one.isEmpty() || other.isEmpty()) {
      return 0;
    }
    if (one.equals(other)) {
      return 1000;
    }
    int shorter = Math.min(one.length(), other.length());
    boolean cut = shorter >= 8 && (one.startsWith(other) || other.startsWith(one));
    return cut ? ALIKE : (int) Math.round(SIMILARITY.apply(one, other) * 1000);
  }

  /** What a text begins with that might be a name, the longest first. */
  public static Stream<String> starts(String text) {
    List<String> words = List.of(text.strip().split("\\s+", LONGEST_NAME + 1));
    int most = Math.min(words.size(), LONGEST_NAME);
    return IntStream.range(0, most).mapToObj(k -> String.join(" ", words.subList(0, most - k)));
  }
}
