package io.sumbrel.formats;

import io.sumbrel.core.bank.BankStatement;
import io.sumbrel.core.bank.StatementEntry;
import io.sumbrel.core.bank.StatementFrame;
import io.sumbrel.core.refusal.Refusal;
import java.io.InputStream;
import java.util.List;

/**
 * What the readers of bank statements share: issues are gathered to the end, entries and statements
 * go on to a sink, and a file without any statement is refused.
 */
public abstract class StatementReading extends FileReading {
  private final StatementSink sink;
  private int statements;
  private long entries;
  private long unbooked;
  private String lastStatement = "none";

  protected StatementReading(StatementSink sink) {
    this.sink = sink;
  }

  /** A way to read one format. */
  @FunctionalInterface
  public interface Format {
    StatementReading into(StatementSink sink);
  }

  /** Reads a whole file and keeps its statements. */
  public static Parsed<List<BankStatement>> collect(InputStream in, Format format) {
    StatementSink.Collected sink = new StatementSink.Collected();
    List<Issue> issues = format.into(sink).read(in);
    return Parsed.of(sink.statements(), issues);
  }

  @Override
  protected final String whenEmpty() {
    return statements == 0 ? "The file contains no statement." : "";
  }

  @Override
  protected void sumUp() {
    if (unbooked > 0) {
      note(
          "not-booked",
          unbooked == 1
              ? "One entry is not booked yet: it is shown, and counts nowhere."
              : "%d entries are not booked yet: they are shown, and count nowhere."
                  .formatted(unbooked),
          0);
    }
  }

  protected final void entry(StatementEntry entry) {
    entries++;
    unbooked += entry.isBooked() ? 0 : 1;
    sink.entry(entry);
  }

  protected final void ends(StatementFrame frame) {
    statements++;
    lastStatement = frame.number();
    sink.ends(frame);
  }

  /** Says that the file breaks off, and what was whole before. */
  protected final Refusal truncated(String expected) {
    return new Refusal(
        "truncated",
        "%s The last whole statement is %s, and %d entries were read; the file may have been cut off. Nothing of it was stored."
            .formatted(expected, lastStatement, entries));
  }
}
