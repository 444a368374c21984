package io.sumbrel.formats;

import io.sumbrel.core.refusal.Refusal;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** What every reader shares: issues are gathered to the end, each with its place. */
public abstract class FileReading {
  private final List<Issue> issues = new ArrayList<>();

  /** Reads to the end, or to where nothing more can be read; gives what it found wrong. */
  public final List<Issue> read(InputStream in) {
    try {
      readAll(in);
    } catch (Refusal e) {
      issues.add(Issue.refuses(e.code(), e.getMessage(), line()));
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    if (!isRefused() && !whenEmpty().isEmpty()) {
      issues.add(Issue.refuses("empty-file", whenEmpty(), 0));
    }
    if (!isRefused()) {
      sumUp();
    }
    return issues;
  }

  /** Says at the end what is true of the file as a whole. */
  protected void sumUp() {}

  /** Reads the format. A {@link Refusal} ends the reading at {@link #line}. */
  protected abstract void readAll(InputStream in) throws IOException;

  /** The 1-based line at which the reader stands. */
  protected abstract int line();

  /** What is said of a file that held nothing of what was sought; empty when something was. */
  protected abstract String whenEmpty();

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

  protected static <T> T required(Optional<T> value, String code, String sentence) {
    return value.orElseThrow(() -> new Refusal(code, sentence));
  }
}
