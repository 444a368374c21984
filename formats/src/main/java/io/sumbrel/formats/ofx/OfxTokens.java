package io.sumbrel.formats.ofx;

import io.sumbrel.core.refusal.Refusal;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.nio.charset.Charset;
import java.nio.charset.CodingErrorAction;
import java.util.Optional;

/**
 * Tags and texts of an OFX body, tolerant as the files in use demand: leaf elements may lack their
 * end tag, a bare {@code &} and a {@code <} that begins no tag are text. No document type is read.
 */
final class OfxTokens {
  private static final int MAX_TEXT = 100_000;
  private static final int MAX_TAG = 80;

  private final BufferedReader in;
  private int line = 1;
  private int firstDoubtful;

  /**
   * @param tag the name in upper case; {@code /NAME} at an end
   * @param text what follows up to the next tag
   */
  record Token(String tag, String text, int line) {}

  OfxTokens(InputStream in, Charset charset) {
    this.in =
        new BufferedReader(
            new InputStreamReader(
                in,
                charset
                    .newDecoder()
                    .onMalformedInput(CodingErrorAction.REPLACE)
                    .onUnmappableCharacter(CodingErrorAction.REPLACE)),
            1 << 16);
  }

  int line() {
    return line;
  }

  /** The first line with bytes that are none of the encoding; 0 for none. */
  int firstDoubtful() {
    return firstDoubtful;
  }

  /** Goes on to the first tag. */
  void skipHead() throws IOException {
    text();
  }

  /** The next tag with its text; the reader stands behind a {@code <}. */
  Optional<Token> next() throws IOException {
    int at = line;
    StringBuilder tag = new StringBuilder();
    int c = read();
    if (c < 0) {
      return Optional.empty();
    }
    while (c >= 0 && c != '>') {
      if (tag.length() >= MAX_TAG && !isDeclaration(tag)) {
        throw new Refusal("record", "a tag begins here and does not end.");
      }
      tag.append((char) c);
      c = read();
    }
    String name = tag.toString().strip().toUpperCase(java.util.Locale.ROOT);
    if (name.startsWith("!DOCTYPE") || name.startsWith("!ENTITY")) {
      throw new Refusal("doctype", "the file contains a DOCTYPE; such a file is never read.");
    }
    if (c < 0) {
      throw new Refusal("truncated", "the file breaks off inside a tag.");
    }
    return Optional.of(new Token(name, text(), at));
  }

  private static boolean isDeclaration(StringBuilder tag) {
    return tag.charAt(0) == '?' || tag.charAt(0) == '!';
  }

  /** Text up to a {@code <} that begins a tag, which is consumed. */
  private String text() throws IOException {
    StringBuilder text = new StringBuilder();
    while (true) {
      int c = read();
      if (c < 0) {
        return decoded(text);
      }
      if (c == '<' && beginsTag()) {
        return decoded(text);
      }
      if (text.length() >= MAX_TEXT) {
        throw new Refusal("not-readable", "a text is longer than a text of this format can be.");
      }
      text.append((char) c);
    }
  }

  private boolean beginsTag() throws IOException {
    in.mark(2);
    int c = in.read();
    in.reset();
    return Character.isLetter(c) || c == '/' || c == '?' || c == '!';
  }

  private int read() throws IOException {
    int c = in.read();
    if (c == '\n') {
      line++;
    }
    if (c == '\uFFFD' && firstDoubtful == 0) {
      firstDoubtful = line;
    }
    if (c == 0) {
      throw new Refusal("not-readable", "the file holds binary data; it is not a text file.");
    }
    return c;
  }

  private static String decoded(StringBuilder text) {
    String raw = text.toString().strip();
    return raw.indexOf('&') < 0
        ? raw
        : raw.replace("&lt;", "<")
            .replace("&gt;", ">")
            .replace("&nbsp;", " ")
            .replace("&quot;", "\"")
            .replace("&apos;", "'")
            .replace("&amp;", "&");
  }
}
