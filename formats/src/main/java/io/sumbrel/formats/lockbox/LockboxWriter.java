package io.sumbrel.formats.lockbox;

import io.sumbrel.core.deposit.LockboxBatch;
import io.sumbrel.core.deposit.LockboxCheque;
import io.sumbrel.core.remittance.RemittanceDetail;
import java.time.LocalDate;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.List;

/** Writes lockbox files in the usual layout, for a bank that stands in for one. */
public final class LockboxWriter {
  private static final DateTimeFormatter DATE = DateTimeFormatter.ofPattern("yyMMdd");
  private static final int PER_RECORD = 2;

  private final List<String> records = new ArrayList<>();

  private LockboxWriter() {}

  /**
   * @param batches of one lockbox and one day
   */
  public static String write(String routing, LocalDate day, List<LockboxBatch> batches) {
    LockboxWriter writer = new LockboxWriter();
    writer.file(routing, day, batches);
    return String.join("\n", writer.records) + "\n";
  }

  private void file(String routing, LocalDate day, List<LockboxBatch> batches) {
    String box = batches.get(0).lockbox();
    add("101 %s0%s%s0615".formatted(routing, routing, DATE.format(day)));
    add("2%-10s%-10s".formatted(box, box));
    for (LockboxBatch batch : batches) {
      batch(batch);
    }
    long count = batches.stream().mapToLong(b -> b.cheques().size()).sum();
    long sum = batches.stream().mapToLong(LockboxBatch::totalMinor).sum();
    String last = batches.get(batches.size() - 1).batch();
    add("8%s000%s%s%04d%010d".formatted(last, box, DATE.format(day), count, sum));
    add("9%06d".formatted(records.size() + 1));
  }

  private void batch(LockboxBatch b) {
    String frame = "%s000%s%s".formatted(b.batch(), b.lockbox(), DATE.format(b.date()));
    add("5" + frame);
    for (LockboxCheque c : b.cheques()) {
      add(
          "6%s%s%010d%-9s%10s%10s%s"
              .formatted(
                  b.batch(),
                  c.item(),
                  c.amountMinor(),
                  c.routing(),
                  c.account(),
                  c.number(),
                  c.remitter().substring(0, Math.min(34, c.remitter().length()))));
      for (int from = 0; from < c.details().size(); from += PER_RECORD) {
        details(b, c, from);
      }
    }
    add("7%s%03d%010d".formatted(frame, b.cheques().size(), b.totalMinor()));
  }

  private void details(LockboxBatch b, LockboxCheque c, int from) {
    int to = Math.min(c.details().size(), from + PER_RECORD);
    StringBuilder record =
        new StringBuilder(
            "4%s%s6%02d%s"
                .formatted(
                    b.batch(),
                    c.item(),
                    from / PER_RECORD + 1,
                    to == c.details().size() ? "9" : "0"));
    for (RemittanceDetail d : c.details().subList(from, to)) {
      record.append(
          "%-15s%010d%s"
              .formatted(d.number(), Math.abs(d.paidMinor()), d.paidMinor() < 0 ? "-" : " "));
    }
    add(record.toString());
  }

  private void add(String record) {
    records.add(record.stripTrailing());
  }
}
