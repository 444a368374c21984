package io.sumbrel.formats.lockbox;

import io.sumbrel.core.refusal.Refusal;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;

/**
 * Where a bank writes what in its lockbox files: data that a person edits, no code.
 *
 * @param width columns of a record; a shorter line is filled with blanks
 * @param spans columns of each field; a field that the bank does not send is left out
 * @param detailEvery columns from one invoice of a detail record to the next
 * @param detailTimes how many invoices a detail record can hold
 */
public record LockboxLayout(
    int width, Map<LockboxField, Span> spans, int detailEvery, int detailTimes) {
  private static final int MAX_WIDTH = 1000;

  /** Columns, 1-based and inclusive. */
  public record Span(int from, int to) {}

  private static final List<LockboxField> NEEDED =
      List.of(
          LockboxField.BATCH_BOX,
          LockboxField.BATCH_NUMBER,
          LockboxField.BATCH_DATE,
          LockboxField.CHEQUE_AMOUNT,
          LockboxField.BATCH_COUNT,
          LockboxField.BATCH_TOTAL,
          LockboxField.BOX_COUNT,
          LockboxField.BOX_TOTAL,
          LockboxField.FILE_RECORDS);

  /** Records of 80 columns; a detail record holds two invoices. */
  public static final LockboxLayout USUAL = usual();

  /**
   * @throws Refusal {@code lockbox-layout} naming the field that cannot stand so
   */
  public LockboxLayout {
    spans = Map.copyOf(spans);
    if (width < 40 || width > MAX_WIDTH) {
      throw wrong("A record has 40 to " + MAX_WIDTH + " columns, not " + width + ".");
    }
    for (LockboxField needed : NEEDED) {
      if (!spans.containsKey(needed)) {
        throw wrong("Record %s needs its field “%s”.".formatted(needed.record(), needed.words()));
      }
    }
    for (LockboxField field : LockboxField.values()) {
      if (spans.containsKey(field)) {
        requireInside(field, spans.get(field), width);
        requireAlone(field, spans);
      }
    }
    boolean hasDetails = spans.containsKey(LockboxField.DETAIL_INVOICE);
    if (detailTimes < 1 || detailTimes > 1 && detailEvery < 1) {
      throw wrong("A detail record holds one invoice or more, each so many columns on.");
    }
    if (hasDetails && last(spans) + detailEvery * (detailTimes - 1) > width) {
      throw wrong("The last invoice of record 4 would stand outside its " + width + " columns.");
    }
  }

  private static int last(Map<LockboxField, Span> spans) {
    return spans.entrySet().stream()
        .filter(e -> e.getKey().record() == '4')
        .mapToInt(e -> e.getValue().to())
        .max()
        .orElse(0);
  }

  private static void requireInside(LockboxField field, Span span, int width) {
    boolean isNumber = field.words().startsWith("amount") || field.words().startsWith("number");
    if (span.from() < 2 || span.to() < span.from() || span.to() > width) {
      throw wrong(
          "Record %s, “%s”: columns %d to %d do not stand in 2 to %d."
              .formatted(field.record(), field.words(), span.from(), span.to(), width));
    }
    if (isNumber && span.to() - span.from() >= 14) {
      throw wrong(
          "Record %s, “%s” has more than 14 columns.".formatted(field.record(), field.words()));
    }
  }

  private static void requireAlone(LockboxField field, Map<LockboxField, Span> spans) {
    Span span = spans.get(field);
    for (Map.Entry<LockboxField, Span> other : spans.entrySet()) {
      if (other.getKey().compareTo(field) > 0
          && other.getKey().record() == field.record()
          && other.getValue().from() <= span.to()
          && span.from() <= other.getValue().to()) {
        throw wrong(
            "Record %s: “%s” and “%s” overlap."
                .formatted(field.record(), field.words(), other.getKey().words()));
      }
    }
  }

  private static Refusal wrong(String sentence) {
    return new Refusal("lockbox-layout", sentence);
  }

  private static LockboxLayout usual() {
    Map<LockboxField, Span> spans = new EnumMap<>(LockboxField.class);
    for (LockboxField field : LockboxField.values()) {
      spans.put(field, field.usual());
    }
    return new LockboxLayout(80, spans, 26, 2);
  }

  /** The fields that a record of this type has, in the order of their columns. */
  public List<LockboxField> fieldsOf(char record) {
    List<LockboxField> fields = new ArrayList<>();
    for (LockboxField field : LockboxField.values()) {
      if (field.record() == record && spans.containsKey(field)) {
        fields.add(field);
      }
    }
    fields.sort((a, b) -> Integer.compare(spans.get(a).from(), spans.get(b).from()));
    return fields;
  }
}
