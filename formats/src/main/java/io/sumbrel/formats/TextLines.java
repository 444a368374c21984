package io.sumbrel.formats;

import io.sumbrel.core.refusal.Refusal;
import java.io.BufferedInputStream;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.Reader;
import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.Optional;

/**
 * The lines of a text file, one after the other: ended by CR, LF or both, UTF-8 or else
 * windows-1252, UTF-16 where a byte order mark says so; the mark and a closing 0x1A left out.
 */
public final class TextLines {
  private static final Charset WINDOWS = Charset.forName("windows-1252");
  private static final int MAX_LINE = 1 << 20;
  private static final int NONE = -2;

  private final InputStream in;

  /** Characters of a file in UTF-16; null for all others. */
  private Reader wide;

  private boolean begun;
  private byte[] buffer = new byte[256];
  private int ahead = NONE;
  private int number;
  private int firstWindowsLine;

  public TextLines(InputStream in) {
    this.in = new BufferedInputStream(in, 1 << 16);
  }

  /** 1-based number of the line that was read last. */
  public int number() {
    return number;
  }

  /** The first line that was not UTF-8 and was read as windows-1252; zero when there is none. */
  public int firstWindowsLine() {
    return firstWindowsLine;
  }

  /**
   * The next line without its end.
   *
   * @throws Refusal {@code not-readable} when it holds binary data or has no end
   */
  public Optional<String> next() throws IOException {
    if (!begun) {
      begun = true;
      wide =
          isWide() ? new BufferedReader(new InputStreamReader(in, StandardCharsets.UTF_16)) : null;
    }
    return wide == null ? narrow() : wide();
  }

  private boolean isWide() throws IOException {
    in.mark(2);
    byte[] mark = in.readNBytes(2);
    in.reset();
    return isWide(mark);
  }

  /** Whether a file that begins so says that it is UTF-16. */
  static boolean isWide(byte[] head) {
    return head.length >= 2
        && (head[0] == (byte) 0xFE && head[1] == (byte) 0xFF
            || head[0] == (byte) 0xFF && head[1] == (byte) 0xFE);
  }

  private Optional<String> wide() throws IOException {
    int c = wide.read();
    if (c < 0) {
      return Optional.empty();
    }
    number++;
    StringBuilder line = new StringBuilder();
    while (c >= 0 && c != '\n' && c != '\r') {
      if (line.length() >= MAX_LINE) {
        throw tooLong();
      }
      line.append((char) c);
      c = wide.read();
    }
    if (c == '\r') {
      wide.mark(1);
      if (wide.read() != '\n') {
        wide.reset();
      }
    }
    return Optional.of(line.toString());
  }

  private static Refusal tooLong() {
    return new Refusal("not-readable", "the line is longer than a line of this format can be.");
  }

  private Optional<String> narrow() throws IOException {
    int length = 0;
    int b = read();
    if (b < 0) {
      return Optional.empty();
    }
    number++;
    while (b >= 0 && b != '\n' && b != '\r') {
      if (b == 0) {
        throw new Refusal("not-readable", "the file holds binary data; it is not a text file.");
      }
      if (length == buffer.length) {
        buffer = Arrays.copyOf(buffer, 2 * length);
      }
      if (length >= MAX_LINE) {
        throw tooLong();
      }
      buffer[length++] = (byte) b;
      b = read();
    }
    if (b == '\r') {
      int after = read();
      ahead = after == '\n' ? NONE : after;
    }
    return Optional.of(decoded(length));
  }

  private int read() throws IOException {
    int b = ahead == NONE ? in.read() : ahead;
    ahead = NONE;
    return b;
  }

  private String decoded(int length) {
    int end = length;
    while (end > 0 && buffer[end - 1] == 0x1A) {
      end--;
    }
    String line;
    try {
      line = StandardCharsets.UTF_8.newDecoder().decode(ByteBuffer.wrap(buffer, 0, end)).toString();
    } catch (CharacterCodingException e) {
      line = new String(buffer, 0, end, WINDOWS);
      firstWindowsLine = firstWindowsLine == 0 ? number : firstWindowsLine;
    }
    return number == 1 && line.startsWith("\uFEFF") ? line.substring(1) : line;
  }
}
