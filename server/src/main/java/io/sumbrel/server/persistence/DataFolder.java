package io.sumbrel.server.persistence;

import io.sumbrel.core.refusal.Refusal;
import java.io.IOException;
import java.nio.file.FileStore;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.BasicFileAttributes;
import java.nio.file.attribute.PosixFileAttributeView;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicReference;
import java.util.stream.Stream;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Component;
import org.springframework.util.unit.DataSize;

/**
 * The folder in which the house keeps its data, watched before each act: what could not be kept is
 * not acknowledged.
 */
@Component
public class DataFolder {
  private final Path folder;
  private final DataSize reserve;
  private final Path database;
  private final Object identity;
  private final AtomicReference<Object> identityOfDatabase = new AtomicReference<>();

  DataFolder(
      @Value("${sumbrel.data}") Path folder, @Value("${sumbrel.disk-reserve}") DataSize reserve)
      throws IOException {
    this.folder = folder.toAbsolutePath();
    this.reserve = reserve;
    Files.createDirectories(folder);
    keepForTheOwner(this.folder);
    this.database = this.folder.resolve("sumbrel.mv.db");
    this.identity = identityOf(this.folder);
  }

  /** What lies in it tells who pays whom: nobody else of this machine may look. */
  private static void keepForTheOwner(Path folder) throws IOException {
    if (Files.getFileStore(folder).supportsFileAttributeView(PosixFileAttributeView.class)) {
      Files.setPosixFilePermissions(folder, PosixFilePermissions.fromString("rwx------"));
    }
  }

  /** Where it is. */
  public Path path() {
    return folder;
  }

  /** How much the database and the originals take. */
  public long bytes() throws IOException {
    try (Stream<Path> originals = Files.list(folder.resolve("files"))) {
      return Stream.concat(originals, Stream.of(database))
          .mapToLong(p -> p.toFile().length())
          .sum();
    }
  }

  private static Object identityOf(Path path) throws IOException {
    return Files.readAttributes(path, BasicFileAttributes.class).fileKey();
  }

  /** A file of the same name may have taken the place of the one that is open and was deleted. */
  private boolean isWhereItWas() throws IOException {
    if (!identity.equals(identityOf(folder))) {
      return false;
    }
    if (!Files.exists(database)) {
      // a larger house keeps its database elsewhere
      return identityOfDatabase.get() == null;
    }
    Object now = identityOf(database);
    identityOfDatabase.compareAndSet(null, now);
    return now.equals(identityOfDatabase.get());
  }

  /** Why nothing can be kept at this moment. */
  public Optional<Refusal> problem() {
    try {
      if (!isWhereItWas()) {
        return gone();
      }
      FileStore disk = Files.getFileStore(folder);
      if (!Files.isWritable(folder) || disk.isReadOnly()) {
        return because("read-only", "The data folder cannot be written to");
      }
      if (disk.getUsableSpace() < reserve.toBytes()) {
        return because(
            "disk-full",
            "The disk with the data folder is full: less than %d MB are left"
                .formatted(Math.max(1, reserve.toMegabytes())));
      }
      return Optional.empty();
    } catch (IOException e) {
      return gone();
    }
  }

  private Optional<Refusal> gone() {
    return because(
        "data-gone",
        "The data folder was taken away: put it back as it was, or stop and restore it");
  }

  private Optional<Refusal> because(String code, String what) {
    return Optional.of(
        new Refusal(
            code,
            what
                + " ("
                + folder
                + "). Nothing was changed; it goes on by itself as soon as that is mended."));
  }
}
