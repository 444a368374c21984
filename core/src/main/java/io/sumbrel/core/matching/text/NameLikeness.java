package io.sumbrel.core.matching.text;

import java.text.Normalizer;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.apache.commons.text.similarity.JaroWinklerSimilarity;

/**
 * How alike two written names are, from 0 to 1000. Legal forms, case and punctuation do not count.
 */
public final class NameLikeness {
  /** Word for word. */
  public static final int SAME = 1000;

  /** From here on a name is taken to be nearly the same. */
  public static final int NEARLY_ALIKE = 900;

  /** From here on a name is taken to be the same. */
  public static final int ALIKE = 970;

  /** What is left of a name whose words stand in another order. */
  private static final int TURNED = 985;

  /** Of many countries, dots and blanks taken out; from memory. */
  private static final Set<String> LEGAL_FORMS =
      Set.of(
          ("LTD LIMITED INC LLC LLP LP CO CORP CORPORATION COMPANY PLC PTY PTE THE AND UND ET"
                  + " GMBH GGMBH MBH AG KG KGAA OHG UG GBR EK EV SE SA SARL SAS SNC EURL SCS"
                  + " SRL SPA SAPA BV NV VOF CV BVBA SPZOO ZOO SRO AS ASA APS AB OY OYJ HB KFT RT"
                  + " ZRT NYRT DOO DD EOOD OOD AD SL SLU SLL LDA LTDA CIA SASU")
              .split(" "));

  /** Those that stand beside any form. */
  private static final Set<String> OF_ANY_FORM = Set.of("THE", "AND", "UND", "ET", "CO", "COMPANY");

  private static final Pattern NOT_OF_WORDS = Pattern.compile("[^\\p{L}0-9]+");

  /** Letters with a blank, a dot or a stroke between: {@code S.r.l.}, {@code A/S}. */
  private static final Pattern INITIALS =
      Pattern.compile("(?<![\\p{L}0-9])(\\p{L})(?:[./] ?(\\p{L})(?![\\p{L}0-9]))+");

  private static final Pattern MARKS = Pattern.compile("\\p{M}+");

  /** In words. */
  private static final int LONGEST_NAME = 6;

  private static final JaroWinklerSimilarity SIMILARITY = new JaroWinklerSimilarity();

  private NameLikeness() {}

  /**
   * A name as it is compared: upper case words without legal forms. Letters with marks are read as
   * without, and two letters that stand for one, as banks pass them on, as that one.
   */
  public static String normal(String name) {
    String[] words = words(name);
    String kept =
        Arrays.stream(words)
            .filter(w -> !LEGAL_FORMS.contains(w))
            .map(NameLikeness::oneForTwo)
            .collect(Collectors.joining(" "));
    return kept.isEmpty() ? String.join(" ", words) : kept;
  }

  /** The legal forms of a name, as they are compared; empty when it has none. */
  public static String form(String name) {
    return Arrays.stream(words(name))
        .filter(w -> LEGAL_FORMS.contains(w) && !OF_ANY_FORM.contains(w))
        .map(w -> w.equals("LIMITED") ? "LTD" : w.equals("CORPORATION") ? "CORP" : w)
        .sorted()
        .collect(Collectors.joining(" "));
  }

  private static String[] words(String name) {
    String joined =
        INITIALS
            .matcher(plain(name))
            .replaceAll(m -> NOT_OF_WORDS.matcher(m.group()).replaceAll(""))
            .replace("SP. Z O.O.", "SPZOO")
            .replace("SP. Z OO", "SPZOO")
            .replace("SP Z OO", "SPZOO");
    return NOT_OF_WORDS.matcher(joined).replaceAll(" ").strip().split(" ");
  }

  private static String plain(String name) {
    String upper = name.toUpperCase(Locale.ROOT);
    for (int i = 0; i < upper.length(); i++) {
      if (upper.charAt(i) > 'Z') {
        return MARKS
            .matcher(Normalizer.normalize(upper, Normalizer.Form.NFD))
            .replaceAll("")
            .replace('Ø', 'O')
            .replace('Ł', 'L')
            .replace('Đ', 'D')
            .replace("Æ", "AE")
            .replace("Œ", "OE");
      }
    }
    return upper;
  }

  private static String oneForTwo(String word) {
    return word.indexOf('E') < 0 && !word.contains("AA")
        ? word
        : word.replace("AE", "A").replace("OE", "O").replace("UE", "U").replace("AA", "A");
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
      return SAME;
    }
    int shorter = Math.min(one.length(), other.length());
    boolean cut = shorter >= 8 && (one.startsWith(other) || other.startsWith(one));
    if (cut) {
      return ALIKE;
    }
    int alike = (int) Math.round(SIMILARITY.apply(one, other) * 1000);
    return alike >= ALIKE ? alike : Math.max(alike, turned(one, other));
  }

  /** Whether two names are of the same words in another order, as a likeness. */
  private static int turned(String one, String other) {
    boolean may = one.length() == other.length() && one.indexOf(' ') > 0;
    return may && letters(one) == letters(other) && sorted(one).equals(sorted(other)) ? TURNED : 0;
  }

  /** Differs for most names that are not of the same letters: the words are seldom sorted. */
  private static int letters(String name) {
    int sum = 0;
    for (int i = 0; i < name.length(); i++) {
      sum += name.charAt(i) * name.charAt(i);
    }
    return sum;
  }

  private static String sorted(String name) {
    String[] words = name.split(" ");
    Arrays.sort(words);
    return String.join(" ", words);
  }

  /** What a text begins with that might be a name, the longest first. */
  public static Stream<String> starts(String text) {
    List<String> words = List.of(text.strip().split("\\s+", LONGEST_NAME + 1));
    int most = Math.min(words.size(), LONGEST_NAME);
    return IntStream.range(0, most).mapToObj(k -> String.join(" ", words.subList(0, most - k)));
  }
}
