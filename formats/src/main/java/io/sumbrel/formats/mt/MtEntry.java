package io.sumbrel.formats.mt;

import io.sumbrel.core.bank.Method;
import io.sumbrel.core.bank.StatementEntry;
import io.sumbrel.core.money.AmountText;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.formats.Written;
import java.time.DateTimeException;
import java.time.LocalDate;
import java.util.Currency;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * One {@code :61:} with the {@code :86:} that may follow. The mark decides the side: C in, D out,
 * RC takes a credit back, RD takes a debit back. An entry date stands in the year that puts it
 * nearest to the value date (common practice).
 */
final class MtEntry {
  private static final Pattern LINE =
      Pattern.compile(
          "(\\d{6})(\\d{4})?(R?[CD])([A-Z])?(\\d{1,15}(?:,\\d*)?)([A-Z][A-Z0-9]{3})(.*)");
  private static final String NO_REFERENCE = "NONREF";

  private static final Map<String, Method> METHODS =
      Map.ofEntries(
          Map.entry("TRF", Method.TRANSFER),
          Map.entry("STO", Method.TRANSFER),
          Map.entry("LBX", Method.LOCKBOX),
          Map.entry("CHK", Method.CHEQUE),
          Map.entry("DDT", Method.DIRECT_DEBIT),
          Map.entry("COL", Method.DEPOSIT),
          Map.entry("RTI", Method.RETURNED),
          Map.entry("CHG", Method.CHARGE),
          Map.entry("INT", Method.INTEREST));

  private final StatementEntry.Builder entry;
  private final Method method;
  private final boolean withoutComma;

  private MtEntry(StatementEntry.Builder entry, Method method, boolean withoutComma) {
    this.entry = entry;
    this.method = method;
    this.withoutComma = withoutComma;
  }

  static MtEntry of(String text, int line, Currency currency) {
    String[] parts = text.split("\n", 2);
    Matcher matcher = LINE.matcher(parts[0].strip());
    if (!matcher.matches()) {
      throw new Refusal(
          "record",
          "“%s” is not an entry such as 2611161116C1250,00NTRFREF//BANKREF."
              .formatted(parts[0].strip()));
    }
    LocalDate value = Written.shortDate(matcher.group(1));
    LocalDate booked =
        Optional.ofNullable(matcher.group(2)).map(d -> nearest(value, d)).orElse(value);
    long amount = AmountText.parse(matcher.group(5).replace(',', '.'), currency);
    String mark = matcher.group(3);
    boolean in = mark.equals("C") || mark.equals("RD");
    String[] references = matcher.group(7).split("//", 2);
    String ours = references[0].strip();
    String banks = references.length > 1 ? references[1].strip() : "";
    Method method = METHODS.getOrDefault(matcher.group(6).substring(1), Method.OTHER);
    StatementEntry.Builder entry =
        StatementEntry.at(line, booked, in ? amount : -amount)
            .value(value)
            .reference(banks.isEmpty() ? known(ours) : banks)
            .method(method);
    if (mark.startsWith("R")) {
      // its own reference is the bank's; what it takes back is named by the other, where any is
      entry.reverses(banks.isEmpty() ? "" : known(ours));
    }
    if (method == Method.CHEQUE && !known(ours).isEmpty()) {
      entry.text("cheque " + ours);
    } else {
      entry.text(known(ours));
    }
    if (parts.length > 1) {
      entry.text(parts[1].replace("\n", " "));
    }
    return new MtEntry(entry, method, !matcher.group(5).contains(","));
  }

  /** Whether the amount has no comma, so that it is of whole units. */
  boolean isWithoutComma() {
    return withoutComma;
  }

  private static String known(String reference) {
    return reference.equals(NO_REFERENCE) ? "" : reference;
  }

  /** What the {@code :86:} says. */
  void information(String text) {
    MtInformation.read(text, entry);
  }

  StatementEntry toEntry(StatementEntry.Status status) {
    return entry.status(status).method(method).build();
  }

  private static LocalDate day(int year, String monthAndDay) {
    try {
      return LocalDate.of(
          year,
          Integer.parseInt(monthAndDay.substring(0, 2)),
          Integer.parseInt(monthAndDay.substring(2, 4)));
    } catch (DateTimeException e) {
      throw new Refusal("date", "“" + monthAndDay + "” is no month and day.");
    }
  }

  private static LocalDate nearest(LocalDate value, String monthAndDay) {
    int month = Integer.parseInt(monthAndDay.substring(0, 2));
    int apart = month - value.getMonthValue();
    int year = value.getYear() + (apart > 6 ? -1 : apart < -6 ? 1 : 0);
    return day(year, monthAndDay);
  }
}
