package io.sumbrel.formats.lockbox;

import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.formats.Written;
import java.time.LocalDate;

/** One record, its fields read by a layout. */
final class Record {
  private static final String POSITIVE = "{ABCDEFGHI";
  private static final String NEGATIVE = "}JKLMNOPQR";

  private final LockboxLayout layout;
  private final String text;

  Record(LockboxLayout layout, String text) {
    this.layout = layout;
    this.text = text;
  }

  char type() {
    return text.charAt(0);
  }

  /** The field without blanks around it; empty where the bank does not send it. */
  String text(LockboxField field) {
    return text(field, 0);
  }

  String text(LockboxField field, int shift) {
    LockboxLayout.Span span = layout.spans().get(field);
    return span == null ? "" : text.substring(span.from() - 1 + shift, span.to() + shift).strip();
  }

  /**
   * A number, right-justified and filled with zeros or blanks; a sign may stand before or behind
   * it, or be punched over its last digit, as on mainframes.
   */
  long number(LockboxField field) {
    return number(field, 0);
  }

  long number(LockboxField field, int shift) {
    String written = text(field, shift);
    String digits = written;
    boolean below = false;
    if (digits.endsWith("-") || digits.startsWith("-")) {
      below = true;
      digits =
          digits.startsWith("-") ? digits.substring(1) : digits.substring(0, digits.length() - 1);
    } else if (!digits.isEmpty()) {
      char last = digits.charAt(digits.length() - 1);
      int plus = POSITIVE.indexOf(last);
      int minus = NEGATIVE.indexOf(last);
      if (plus >= 0 || minus >= 0) {
        below = minus >= 0;
        digits = digits.substring(0, digits.length() - 1) + Math.max(plus, minus);
      }
    }
    for (int i = 0; i < digits.length(); i++) {
      if (digits.charAt(i) < '0' || digits.charAt(i) > '9') {
        throw new Refusal(
            "lockbox-number",
            "column %d: a digit of “%s” was expected, “%s” was found in “%s”."
                .formatted(
                    layout.spans().get(field).from()
                        + shift
                        + text.substring(layout.spans().get(field).from() - 1 + shift)
                            .indexOf(digits.charAt(i)),
                    field.words(),
                    digits.charAt(i),
                    written));
      }
    }
    long value = digits.isEmpty() ? 0 : Long.parseLong(digits);
    return below ? -value : value;
  }

  LocalDate date(LockboxField field) {
    return Written.shortDate(text(field));
  }
}
