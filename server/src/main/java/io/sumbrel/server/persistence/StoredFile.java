package io.sumbrel.server.persistence;

import java.io.BufferedInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;

/**
 * A file in the store, or on its way into it.
 *
 * @param hash of its bytes, SHA-256
 */
public record StoredFile(Path path, String hash, long size) {
  public InputStream open() {
    try {
      return new BufferedInputStream(Files.newInputStream(path), 1 << 16);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  /** So many bytes of its beginning, or all of it. */
  public byte[] head(int most) {
    try (InputStream in = open()) {
      return in.readNBytes(most);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  /** All of it, which must fit into memory. */
  public byte[] bytes() {
    try {
      return Files.readAllBytes(path);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  /** Takes it away, where it is not kept. */
  public void discard() {
    try {
      Files.deleteIfExists(path);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }
}
