package io.sumbrel.server.persistence;

import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;

/** A file that is there whole or not at all, also after the power was lost. */
public final class WholeFile {
  private WholeFile() {}

  /** Puts a file that was written beside it into its place: contents first, then its name. */
  public static void put(Path written, Path place) throws IOException {
    try (FileChannel channel = FileChannel.open(written, StandardOpenOption.WRITE)) {
      channel.force(true);
    }
    Files.move(written, place, StandardCopyOption.ATOMIC_MOVE);
    try (FileChannel directory = FileChannel.open(place.getParent(), StandardOpenOption.READ)) {
      directory.force(true);
    }
  }
}
