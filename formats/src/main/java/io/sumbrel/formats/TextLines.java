package io.sumbrel.formats;

import io.sumbrel.core.refusal.Refusal;
import java.io.BufferedInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.Optional;

/**
 * The lines of a text file, one after the other: ended by CR, LF or both, UTF-8 or else
 * windows-1252, a byte order mark and a closing 0x1A left out.
 */
public final class TextLines {
  private static final Charset WINDOWS = Charset.forName("windows-1252");
  private static final int MAX_LINE = 1 << 20;
  private static final int NONE = -2;

  private final InputStream in;
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
        throw new Refusal("not-readable", "the line is longer than a line of this format can be.");
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
