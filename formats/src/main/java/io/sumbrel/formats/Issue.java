package io.sumbrel.formats;

/**
 * Something that a reader found wrong or worth saying.
 *
 * @param line 1-based; zero when the whole file is meant
 * @param message a sentence for people
 */
public record Issue(Severity severity, String code, String message, int line) {

  /** Whether the file can be taken in all the same. */
  public enum Severity {
    REFUSES,
    NOTES
  }

  public static Issue refuses(String code, String message, int line) {
    return new Issue(Severity.REFUSES, code, message, line);
  }

  public static Issue notes(String code, String message, int line) {
    return new Issue(Severity.NOTES, code, message, line);
  }

  /** The sentence with its place before it. */
  public String words() {
    return line == 0 ? message : "Line " + line + ": " + message;
  }
}
