package io.sumbrel.server.connection;

import io.sumbrel.core.proof.ActorKind;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.server.arrivals.ArrivalState;
import io.sumbrel.server.arrivals.ArrivalView;
import io.sumbrel.server.arrivals.BringIn;
import io.sumbrel.server.books.Houses;
import io.sumbrel.server.people.Actor;
import io.sumbrel.server.people.Bundle;
import io.sumbrel.server.persistence.DataFolder;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.attribute.BasicFileAttributes;
import java.nio.file.attribute.FileTime;
import java.time.Clock;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;

/**
 * A folder from which files come in by themselves, where one is configured. A file is read when it
 * has stood still from one look to the next; what was read is moved aside, what was refused stays
 * with a sentence beside it, and is read again when it has changed.
 */
@Component
class WatchedFolder {
  static final String NAME = "Watched folder";

  /** Beneath it lies what was read, by day. */
  private static final String TAKEN = "taken";

  private static final String SENTENCE = ".refused.txt";

  /** How programs name what they are still writing. */
  private static final List<String> UNFINISHED =
      List.of(".part", ".tmp", ".filepart", ".crdownload");

  private final Optional<Path> folder;
  private final BringIn bringIn;
  private final Attempts attempts;
  private final Houses houses;
  private final DataFolder dataFolder;
  private final Clock clock;
  private Map<Path, Stand> lastLook = new HashMap<>();

  WatchedFolder(
      @Value("${sumbrel.watched-folder}") String folder,
      BringIn bringIn,
      Attempts attempts,
      Houses houses,
      DataFolder dataFolder,
      Clock clock) {
    this.folder = Optional.of(folder.strip()).filter(f -> !f.isEmpty()).map(Path::of);
    this.bringIn = bringIn;
    this.attempts = attempts;
    this.houses = houses;
    this.dataFolder = dataFolder;
    this.clock = clock;
  }

  /** How a file stood at a look. */
  private record Stand(long size, FileTime changed) {
    static Stand of(Path file) throws IOException {
      BasicFileAttributes now =
          Files.readAttributes(file, BasicFileAttributes.class, LinkOption.NOFOLLOW_LINKS);
      return new Stand(now.size(), now.lastModifiedTime());
    }

    /** By it a sentence tells which file it is about. */
    String words() {
      return "This is said of the file of %d bytes from %s; it is read again when it has changed."
          .formatted(size, changed);
    }
  }

  boolean isConfigured() {
    return folder.isPresent();
  }

  @Scheduled(fixedDelay = 2_000)
  synchronized void look() {
    List<Long> books = folder.isPresent() ? houses.all() : List.of();
    if (books.isEmpty() || dataFolder.problem().isPresent()) {
      return;
    }
    Actor actor = new Actor(books.get(0), 0, NAME, Bundle.CLERK, ActorKind.SCHEDULE);
    FetchFiles.Outcome outcome = bring(actor, folder.get());
    if (outcome.isSomething() && !isSaidAlready(actor, outcome)) {
      LocalDate today = houses.businessDate(actor.booksId());
      attempts.keep(actor, NAME, new FetchFiles.Range(today, today), outcome);
    }
  }

  /** A folder that is gone is gone at every look. */
  private boolean isSaidAlready(Actor actor, FetchFiles.Outcome outcome) {
    return outcome.brought() + outcome.known() == 0
        && attempts
            .lastBy(actor.booksId(), NAME, NAME)
            .filter(last -> last.failure().equals(outcome.failure()))
            .isPresent();
  }

  private FetchFiles.Outcome bring(Actor actor, Path from) {
    int brought = 0;
    int known = 0;
    try {
      for (Path file : settled(from)) {
        if (isTaken(actor, file)) {
          brought++;
        } else {
          known++;
        }
      }
      return new FetchFiles.Outcome(brought, known, "");
    } catch (IOException | UncheckedIOException e) {
      return new FetchFiles.Outcome(
          brought, known, "The watched folder cannot be used: " + e + ".");
    }
  }

  /** Files that have not changed since the last look, and of which nothing was said yet. */
  private List<Path> settled(Path from) throws IOException {
    Map<Path, Stand> now = new HashMap<>();
    List<Path> files;
    try (Stream<Path> all = Files.list(from)) {
      files = all.filter(WatchedFolder::isMeant).sorted().toList();
    }
    for (Path file : files) {
      now.put(file, Stand.of(file));
    }
    Map<Path, Stand> before = lastLook;
    lastLook = now;
    return files.stream()
        .filter(f -> now.get(f).equals(before.get(f)) && !isRefusedAlready(f, now.get(f)))
        .toList();
  }

  private static boolean isMeant(Path file) {
    String name = file.getFileName().toString();
    return Files.isRegularFile(file, LinkOption.NOFOLLOW_LINKS)
        && !name.startsWith(".")
        && !name.endsWith(SENTENCE)
        && UNFINISHED.stream().noneMatch(name.toLowerCase()::endsWith);
  }

  private static boolean isRefusedAlready(Path file, Stand stand) {
    try {
      return Files.exists(beside(file)) && Files.readString(beside(file)).contains(stand.words());
    } catch (IOException e) {
      return false;
    }
  }

  private static Path beside(Path file) {
    return file.resolveSibling(file.getFileName() + SENTENCE);
  }

  /** False where the very file had come before. */
  private boolean isTaken(Actor actor, Path file) throws IOException {
    Stand stand = Stand.of(file);
    try (InputStream content = Files.newInputStream(file)) {
      ArrivalView came = bringIn.bringIn(actor, file.getFileName().toString(), content);
      if (came.state() == ArrivalState.REFUSED) {
        refuse(file, stand, came.refusal());
      } else {
        moveAside(file);
      }
      return true;
    } catch (Refusal e) {
      boolean known = e.code().equals("same-file");
      if (known) {
        moveAside(file);
      } else {
        refuse(file, stand, e.getMessage());
      }
      return !known;
    }
  }

  private static void refuse(Path file, Stand stand, String why) throws IOException {
    Files.writeString(beside(file), why + "\n\n" + stand.words() + "\n");
  }

  private void moveAside(Path file) throws IOException {
    Path to =
        Files.createDirectories(
            file.resolveSibling(TAKEN).resolve(LocalDate.now(clock).toString()));
    String name = file.getFileName().toString();
    Path free = to.resolve(name);
    for (int i = 2; Files.exists(free, LinkOption.NOFOLLOW_LINKS); i++) {
      free = to.resolve(i + "-" + name);
    }
    Files.move(file, free);
    Files.deleteIfExists(beside(file));
  }
}
