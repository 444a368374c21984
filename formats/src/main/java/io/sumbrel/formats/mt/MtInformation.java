package io.sumbrel.formats.mt;

import io.sumbrel.core.bank.StatementEntry;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/**
 * The text of an {@code :86:}: free, or cut into fields after a business code ({@code
 * 166?00…?32…}), or into slash codes ({@code /REMI/…/ORDP//NAME/…}). What is not understood stays
 * text (field layouts from memory).
 */
final class MtInformation {
  /** The business code before the first field is left out by some banks. */
  private static final Pattern CODED =
      Pattern.compile("(?:\\d{3})?([?<>^~])\\d{2}.*", Pattern.DOTALL);

  /** So many letters fill a field; a shorter one ends where the bank's line ended. */
  private static final int FIELD_WIDTH = 27;

  private static final Pattern KEYWORD =
      Pattern.compile("(EREF|KREF|MREF|CRED|DEBT|SVWZ|ABWA|ABWE|COAM|OAMT|IBAN|BIC)\\+");
  private static final Pattern SLASH_CODE =
      Pattern.compile(
          "/(EREF|PREF|MARF|CSID|RTRN|ORDP|BENM|REMI|NAME|ACC|IBAN|BIC|TRTP|USTD|STRD|CDTRREF|CHGS|OCMT|ISDT|ULTD|ULTC)/");

  private MtInformation() {}

  static void read(String text, StatementEntry.Builder entry) {
    Matcher coded = CODED.matcher(text);
    if (coded.matches()) {
      coded(text.replace("\n", ""), coded.group(1).charAt(0), entry);
    } else if (SLASH_CODE.matcher(text).lookingAt()) {
      slashed(text.replace("\n", ""), entry);
    } else {
      text.lines().forEach(entry::text);
    }
  }

  private static void coded(String text, char separator, StatementEntry.Builder entry) {
    StringBuilder remittance = new StringBuilder();
    StringBuilder name = new StringBuilder();
    String account = "";
    String booking = "";
    for (String field : fields(text.substring(text.indexOf(separator) + 1), separator)) {
      String code = field.substring(0, 2);
      String value = field.substring(2);
      switch (code) {
        case "00" -> booking = value;
        case "31" -> account = value;
        case "32", "33" -> name.append(value);
        case "20", "21", "22", "23", "24", "25", "26", "27", "28", "29", "60", "61", "62", "63" ->
            remittance.append(value).append(value.length() < FIELD_WIDTH ? " " : "");
        default -> {}
      }
    }
    Map<String, String> parts = parts(remittance.toString(), KEYWORD, "SVWZ");
    String payer = parts.getOrDefault("ABWA", name.toString());
    entry.payer(Optional.of(payer), Optional.of(parts.getOrDefault("IBAN", account)));
    entry.text(parts.getOrDefault("SVWZ", ""));
    reference(parts, entry);
    entry.text(booking);
  }

  /** Cut at the separators that begin a field; any other one is a sign of the text. */
  private static List<String> fields(String text, char separator) {
    List<String> fields = new ArrayList<>();
    for (String part : text.split(Pattern.quote(String.valueOf(separator)), -1)) {
      boolean begins =
          part.length() >= 2
              && Character.isDigit(part.charAt(0))
              && Character.isDigit(part.charAt(1));
      if (begins) {
        fields.add(part);
      } else if (!fields.isEmpty()) {
        int last = fields.size() - 1;
        fields.set(last, fields.get(last) + separator + part);
      }
    }
    return fields;
  }

  private static void slashed(String text, StatementEntry.Builder entry) {
    Map<String, String> parts = parts(text, SLASH_CODE, "REMI");
    String account = parts.getOrDefault("IBAN", parts.getOrDefault("ACC", ""));
    String name =
        Stream.of("NAME", "ORDP", "BENM")
            .map(code -> tidy(parts.getOrDefault(code, "")))
            .filter(n -> !n.isEmpty())
            .findFirst()
            .orElse("");
    entry.payer(Optional.of(name), Optional.of(tidy(account)));
    for (String code : new String[] {"REMI", "USTD", "STRD", "CDTRREF"}) {
      entry.text(tidy(parts.getOrDefault(code, "")));
    }
    reference(parts, entry);
    for (String code : new String[] {"RTRN", "OCMT", "CHGS"}) {
      if (parts.containsKey(code)) {
        entry.text("/" + code + "/" + tidy(parts.get(code)));
      }
    }
  }

  private static void reference(Map<String, String> parts, StatementEntry.Builder entry) {
    String endToEnd = tidy(parts.getOrDefault("EREF", ""));
    if (!endToEnd.equals("NOTPROVIDED")) {
      entry.text(endToEnd);
    }
  }

  private static String tidy(String value) {
    return value.replaceAll("^/+|/+$", "").strip();
  }

  /** Splits at the keywords; what stands before the first belongs to a code of its own. */
  private static Map<String, String> parts(String text, Pattern keyword, String first) {
    Map<String, String> parts = new LinkedHashMap<>();
    Matcher matcher = keyword.matcher(text);
    String code = first;
    int from = 0;
    while (matcher.find()) {
      parts.merge(code, text.substring(from, matcher.start()), (a, b) -> a + " " + b);
      code = matcher.group(1);
      from = matcher.end();
    }
    parts.merge(code, text.substring(from), (a, b) -> a.isBlank() ? b : a + " " + b);
    return parts;
  }
}
