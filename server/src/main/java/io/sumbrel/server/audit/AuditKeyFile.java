package io.sumbrel.server.audit;

import io.sumbrel.core.proof.AuditKey;
import io.sumbrel.server.persistence.WholeFile;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.security.SecureRandom;
import java.util.HexFormat;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Component;

/**
 * The key of the record, and from which line on each set of books is under it; both stand outside
 * of the database, so that whoever changes that cannot mend the record too. A house may keep the
 * file where only it can read.
 */
@Component
class AuditKeyFile {
  private static final String KEY = "key";
  private static final String FROM = "from.";

  private final Path file;
  private final Map<String, String> cells = new TreeMap<>();
  private final AuditKey key;

  AuditKeyFile(@Value("${sumbrel.audit-key}") Path file) throws IOException {
    this.file = file.toAbsolutePath();
    if (Files.exists(file)) {
      for (String line : Files.readAllLines(file)) {
        String[] halves = line.split("=", 2);
        cells.put(halves[0], halves.length == 2 ? halves[1].strip() : "");
      }
    } else {
      byte[] bytes = new byte[AuditKey.BYTES];
      new SecureRandom().nextBytes(bytes);
      cells.put(KEY, HexFormat.of().formatHex(bytes));
      write();
    }
    key = keyIn(cells); // a broken file is said at the start, not at the first act
  }

  AuditKey key() {
    return key;
  }

  private AuditKey keyIn(Map<String, String> cells) {
    try {
      return new AuditKey(HexFormat.of().parseHex(cells.getOrDefault(KEY, "")));
    } catch (IllegalArgumentException e) {
      throw new IllegalStateException(
          "The file %s holds no key of the record; put back the one that belongs to these data."
              .formatted(file),
          e);
    }
  }

  /** From which line on books are under the key; from the next one where they are not yet. */
  synchronized long keyedFrom(long booksId, long next) {
    String from = cells.get(FROM + booksId);
    if (from == null) {
      cells.put(FROM + booksId, Long.toString(next));
      try {
        write();
      } catch (IOException e) {
        cells.remove(FROM + booksId);
        throw new UncheckedIOException(e);
      }
      return next;
    }
    return Long.parseLong(from);
  }

  /** On the disk, and whole or not at all. */
  private void write() throws IOException {
    String content =
        cells.entrySet().stream()
            .map(e -> e.getKey() + "=" + e.getValue() + "\n")
            .collect(Collectors.joining());
    Files.createDirectories(file.getParent());
    Path half = file.resolveSibling(file.getFileName() + ".part");
    Files.deleteIfExists(half);
    if (half.getFileSystem().supportedFileAttributeViews().contains("posix")) {
      Files.createFile(
          half, PosixFilePermissions.asFileAttribute(PosixFilePermissions.fromString("rw-------")));
    }
    Files.writeString(half, content);
    WholeFile.put(half, file);
  }
}
