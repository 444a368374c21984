package io.sumbrel.formats;

import io.sumbrel.core.bank.BankStatement;
import io.sumbrel.core.bank.StatementEntry;
import io.sumbrel.core.bank.StatementFrame;
import io.sumbrel.core.refusal.Refusal;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * What the readers of bank statements share: issues are gathered to the end, entries and statements
 * go on to a sink, and a file without any statement is refused.
 */
public abstract class StatementReading {
  private final StatementSink sink;
  private final List<Issue> issues = new ArrayList<>();
  private int statements;
  private long entries;
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

  /** Reads to the end, or to where nothing more can be read; gives what it found wrong. */
  public final List<Issue> read(InputStream in) {
    try {
      readAll(in);
    } catch (Refusal e) {
      issues.add(Issue.refuses(e.code(), e.getMessage(), line()));
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    if (statements == 0 && !isRefused()) {
      issues.add(Issue.refuses("empty-file", "The file contains no statement.", 0));
    }
    return issues;
  }

  /** Reads the format. A {@link Refusal} ends the reading at {@link #line}. */
  protected abstract void readAll(InputStream in) throws IOException;

  /** The 1-based line at which the reader stands. */
  protected abstract int line();

  /** Runs a step; what it refuses becomes an issue at a line, and the reading goes on. */
  protected final void attempt(int line, Runnable step) {
    try {
      step.run();
    } catch (Refusal e) {
      refuse(e.code(), e.getMessage(), line);
    }
  }

  protected final void refuse(String code, String message, int line) {
    if (issues.size() < Parsed.MAX_ISSUES) {
      issues.add(Issue.refuses(code, message, line));
    }
  }

  protected final void note(String code, String message, int line) {
    if (issues.size() < Parsed.MAX_ISSUES) {
      issues.add(Issue.notes(code, message, line));
    }
  }

  protected final boolean isRefused() {
    return issues.stream().anyMatch(i -> i.severity() == Issue.Severity.REFUSES);
  }

  protected final void entry(StatementEntry entry) {
    entries++;
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

  protected static <T> T required(Optional<T> value, String code, String sentence) {
    return value.orElseThrow(() -> new Refusal(code, sentence));
  }
}
