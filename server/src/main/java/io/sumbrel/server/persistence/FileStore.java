package io.sumbrel.server.persistence;

import io.sumbrel.core.refusal.Refusal;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.DigestInputStream;
import java.security.MessageDigest;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.HexFormat;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionSynchronizationManager;

/**
 * The originals, as files named by the hash of their bytes. A file is written aside, brought to the
 * disk, and renamed before anything refers to it; names of users never become paths.
 */
@Component
public class FileStore {
  /** So large is a file of a bank or a seller at the most. */
  public static final int MOST_MEGABYTES = 1024;

  private static final String ASIDE = "in-";
  private static final String PART = ".part";
  private static final Duration AN_HOUR = Duration.ofHours(1);

  private final Path folder;

  FileStore(@Value("${sumbrel.data}") Path data, Clock clock) throws IOException {
    folder = data.resolve("files");
    Files.createDirectories(folder);
    sweep(clock.instant().minus(AN_HOUR));
  }

  /** What was on its way in when a process ended; not what another is just receiving. */
  private void sweep(Instant before) throws IOException {
    try (DirectoryStream<Path> left = Files.newDirectoryStream(folder, ASIDE + "*" + PART)) {
      for (Path path : left) {
        if (Files.getLastModifiedTime(path).toInstant().isBefore(before)) {
          Files.deleteIfExists(path);
        }
      }
    }
  }

  /**
   * Streams to a file aside while hashing. Whoever sends may be slow: no transaction is open, and
   * with it no connection to the database.
   *
   * @throws Refusal {@code too-large} above so many megabytes; nothing is kept then
   */
  public StoredFile receive(InputStream in, int mostMegabytes) {
    if (TransactionSynchronizationManager.isActualTransactionActive()) {
      throw new IllegalStateException("a file is received inside a transaction");
    }
    Path aside = null;
    boolean whole = false;
    try {
      aside = Files.createTempFile(folder, ASIDE, PART);
      MessageDigest sha = Sha256.begin();
      long size = copy(new DigestInputStream(in, sha), aside, mostMegabytes);
      whole = true;
      return new StoredFile(aside, HexFormat.of().formatHex(sha.digest()), size);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    } finally {
      if (!whole && aside != null) {
        new StoredFile(aside, "", 0).discard();
      }
    }
  }

  /**
   * @throws Refusal {@code too-large}
   */
  public static void requireSize(long size, int mostMegabytes) {
    if (size > (long) mostMegabytes << 20) {
      throw new Refusal(
          "too-large",
          "The file is larger than %d MB; nothing of it was stored.".formatted(mostMegabytes));
    }
  }

  private static long copy(InputStream in, Path to, int mostMegabytes) throws IOException {
    byte[] buffer = new byte[1 << 16];
    long size = 0;
    try (OutputStream out = Files.newOutputStream(to)) {
      for (int n = in.read(buffer); n >= 0; n = in.read(buffer)) {
        size += n;
        requireSize(size, mostMegabytes);
        out.write(buffer, 0, n);
      }
    }
    return size;
  }

  /** Keeps a received file for good. */
  public void keep(StoredFile received) {
    try {
      WholeFile.put(received.path(), path(received.hash()));
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  /** A file that is kept. */
  public StoredFile file(String hash) {
    Path path = path(hash);
    try {
      return new StoredFile(path, hash, Files.size(path));
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  private Path path(String hash) {
    if (!hash.matches("[0-9a-f]{64}")) {
      throw new IllegalArgumentException("hash " + hash);
    }
    return folder.resolve(hash);
  }
}
