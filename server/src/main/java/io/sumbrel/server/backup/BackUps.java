package io.sumbrel.server.backup;

import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.server.persistence.DataFolder;
import io.sumbrel.server.persistence.WholeFile;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.SQLException;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import javax.sql.DataSource;
import org.h2.jdbc.JdbcConnection;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;

/** Makes backups while the house is at work: when asked, and by itself when the last is old. */
@Component
public class BackUps {
  private static final Logger LOG = LoggerFactory.getLogger(BackUps.class);

  private final DataSource database;
  private final DataFolder dataFolder;
  private final Path folder;
  private final Duration every;
  private final int keep;
  private final Clock clock;
  private volatile Optional<Failure> failure = Optional.empty();

  BackUps(
      DataSource database,
      DataFolder dataFolder,
      @Value("${sumbrel.backup.folder}") Path folder,
      @Value("${sumbrel.backup.every}") Duration every,
      @Value("${sumbrel.backup.keep}") int keep,
      Clock clock) {
    this.database = database;
    this.dataFolder = dataFolder;
    this.folder = folder.toAbsolutePath();
    this.every = every;
    this.keep = keep;
    this.clock = clock;
  }

  /** A backup that is kept. */
  public record Kept(String name, Instant madeAt, long bytes) {}

  /** Why the last one was not made. */
  public record Failure(Instant at, String sentence) {}

  /**
   * Makes one, reads it back, and lets go of the oldest beyond those that are kept.
   *
   * @throws Refusal {@code backup}, {@code disk-full}
   */
  public synchronized Kept make() {
    Instant now = clock.instant();
    try (Connection connection = database.getConnection()) {
      if (!connection.isWrapperFor(JdbcConnection.class)) {
        throw new Refusal(
            "backup", "The database is not the embedded one; it is backed up by its own tools.");
      }
      requireRoom();
      Path made = BackupFile.write(connection, dataFolder.path(), folder, now);
      failure = Optional.empty();
      letGo();
      LOG.info("a backup was made and read back: {}", made);
      return kept(made);
    } catch (IOException | SQLException e) {
      throw failed(now, new Refusal("backup", "The backup could not be written: " + e));
    } catch (Refusal e) {
      throw failed(now, e);
    }
  }

  private Refusal failed(Instant now, Refusal why) {
    failure = Optional.of(new Failure(now, why.getMessage()));
    LOG.error("no backup was made: {}", why.getMessage());
    return why;
  }

  /** The copy, the copy of the copy that is read back, and what both are packed into. */
  private void requireRoom() throws IOException {
    Files.createDirectories(folder);
    long needed = 3 * dataFolder.bytes();
    long free = Files.getFileStore(folder).getUsableSpace();
    if (free < needed) {
      throw new Refusal(
          "disk-full",
          "The disk with the backups (%s) has %d MB left, and %d MB are needed."
              .formatted(folder, free >> 20, (needed >> 20) + 1));
    }
  }

  private void letGo() throws IOException {
    List<Kept> all = all();
    for (Kept old : all.subList(Math.min(keep, all.size()), all.size())) {
      Files.deleteIfExists(folder.resolve(old.name()));
    }
  }

  /** Those that are kept, the newest first. */
  public List<Kept> all() {
    try (Stream<Path> files = Files.list(folder)) {
      return files
          .filter(BackupFile::isOne)
          .map(BackUps::kept)
          .sorted(Comparator.comparing(Kept::name).reversed())
          .toList();
    } catch (NoSuchFileException e) {
      return List.of();
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  private static Kept kept(Path file) {
    try {
      return new Kept(
          file.getFileName().toString(),
          Files.getLastModifiedTime(file).toInstant(),
          Files.size(file));
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  public Path folder() {
    return folder;
  }

  /** How often one is made by itself; zero for never. */
  public Duration every() {
    return every;
  }

  public Optional<Failure> failure() {
    return failure;
  }

  /** Whether the newest is older than it should be. */
  public boolean isLate() {
    return isDue(every.multipliedBy(2));
  }

  private boolean isDue(Duration age) {
    return !every.isZero()
        && all().stream().noneMatch(k -> k.madeAt().plus(age).isAfter(clock.instant()));
  }

  @Scheduled(initialDelay = 60_000, fixedDelay = 300_000)
  void byItself() {
    if (isDue(every)) {
      try {
        make();
      } catch (Refusal e) {
        // said in the log and on the page; tried again in five minutes
      }
    }
  }

  /** Somebody at the machine asks through the data folder, which only the house's user can open. */
  @Scheduled(fixedDelay = 1_000)
  void whenAsked() throws IOException {
    Path asked = dataFolder.path().resolve(Keeper.ASKED);
    if (Files.deleteIfExists(asked)) {
      String answer;
      try {
        answer = Keeper.DONE + folder.resolve(make().name());
      } catch (Refusal e) {
        answer = e.getMessage();
      }
      Path whole = dataFolder.path().resolve(Keeper.ANSWER);
      Path aside = whole.resolveSibling(Keeper.ANSWER + ".part");
      Files.writeString(aside, answer);
      WholeFile.put(aside, whole);
    }
  }
}
