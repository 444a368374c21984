package io.sumbrel.formats.lockbox;

import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.formats.TextLines;
import java.io.BufferedInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.Optional;

/** The records of a lockbox file: a line each, or cut by their width where no line ever ends. */
final class LockboxRecords {
  private final BufferedInputStream in;
  private final int width;
  private final TextLines lines;
  private int number;

  LockboxRecords(InputStream source, int width) throws IOException {
    this.in = new BufferedInputStream(source, 1 << 16);
    this.width = width;
    this.lines = hasLines() ? new TextLines(in) : null;
  }

  private boolean hasLines() throws IOException {
    in.mark(width + 2);
    byte[] head = in.readNBytes(width + 1);
    in.reset();
    for (byte b : head) {
      if (b == '\n' || b == '\r') {
        return true;
      }
    }
    return head.length <= width;
  }

  /** 1-based number of the record that was read last. */
  int number() {
    return number;
  }

  /** The next record, filled with blanks to its width; blank lines are left out. */
  Optional<String> next() throws IOException {
    for (Optional<String> record = raw(); record.isPresent(); record = raw()) {
      number++;
      if (!record.get().isBlank()) {
        return Optional.of(filled(record.get()));
      }
    }
    return Optional.empty();
  }

  private Optional<String> raw() throws IOException {
    if (lines != null) {
      return lines.next();
    }
    byte[] record = in.readNBytes(width);
    String text = new String(record, StandardCharsets.ISO_8859_1);
    if (text.indexOf('\0') >= 0) {
      throw new Refusal("not-readable", "the file holds binary data; it is not a text file.");
    }
    return record.length == 0 ? Optional.empty() : Optional.of(text.replace('\u001A', ' '));
  }

  private String filled(String record) {
    if (record.length() > width) {
      String beyond = record.substring(width);
      if (!beyond.isBlank()) {
        throw new Refusal(
            "lockbox-width",
            "the record has %d columns, the layout says %d.".formatted(record.length(), width));
      }
      return record.substring(0, width);
    }
    return record + " ".repeat(width - record.length());
  }
}
