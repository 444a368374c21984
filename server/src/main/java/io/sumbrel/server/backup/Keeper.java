package io.sumbrel.server.backup;

import io.sumbrel.core.proof.Proof;
import io.sumbrel.core.proof.ProofLine;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.server.SumbrelServer;
import io.sumbrel.server.books.Houses;
import io.sumbrel.server.persistence.FolderInUse;
import io.sumbrel.server.proof.BooksFactsReader;
import java.io.IOException;
import java.io.PrintStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.SQLException;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Locale;
import org.springframework.boot.builder.SpringApplicationBuilder;
import org.springframework.context.ConfigurableApplicationContext;
import org.springframework.util.FileSystemUtils;

/** Backs up, restores and verifies from the command line; see {@code docs/operating.md}. */
public final class Keeper {
  /** Left in the data folder by somebody who wants a backup. */
  static final String ASKED = "backup.asked";

  static final String ANSWER = "backup.answer";
  static final String DONE = "A backup was made and read back: ";

  private static final String USE =
      "Use: ./sumbrel backup | ./sumbrel restore BACKUP FOLDER | ./sumbrel verify [BACKUP|FOLDER]";

  private static final Duration PATIENCE = Duration.ofHours(1);

  private final PrintStream out;

  private Keeper(PrintStream out) {
    this.out = out;
  }

  public static void main(String[] args) {
    System.exit(run(List.of(args), System.out, System.err));
  }

  /**
   * @return 0, or 1 when it was refused or what was looked at does not hold
   */
  static int run(List<String> args, PrintStream out, PrintStream err) {
    try {
      Keeper keeper = new Keeper(out);
      String act = args.isEmpty() ? "" : args.get(0);
      if (act.equals("backup") && args.size() == 3) {
        return keeper.backUp(Path.of(args.get(1)), Path.of(args.get(2)));
      } else if (act.equals("restore") && args.size() == 3) {
        Path folder = Path.of(args.get(2));
        BackupFile.restore(Path.of(args.get(1)), folder);
        out.println("Restored into " + folder + ".");
        return keeper.verify(folder);
      } else if (act.equals("verify") && args.size() == 2) {
        return keeper.verify(Path.of(args.get(1)));
      }
      err.println(USE);
      return 1;
    } catch (Refusal e) {
      err.println(e.getMessage());
    } catch (SQLException e) {
      err.println(
          FolderInUse.isWhy(e)
              ? "The house is at work on that folder. Make a backup of it, and verify that."
              : "The database cannot be opened: " + e.getMessage().lines().findFirst().orElse(""));
    } catch (IOException | InterruptedException e) {
      err.println("It could not be read or written: " + e);
    }
    return 1;
  }

  private int backUp(Path data, Path to) throws IOException, SQLException, InterruptedException {
    requireHouse(data);
    try (Connection connection = BackupFile.open(data, false)) {
      out.println(DONE + BackupFile.write(connection, data, to, Clock.systemUTC().instant()));
      return 0;
    } catch (SQLException e) {
      if (!FolderInUse.isWhy(e)) {
        throw e;
      }
    }
    return askTheHouse(data);
  }

  private static void requireHouse(Path data) {
    if (!Files.exists(data.resolve(BackupFile.DATABASE))) {
      throw new Refusal("backup", "No house is in " + data + ".");
    }
  }

  private int askTheHouse(Path data) throws IOException, InterruptedException {
    Path answer = data.resolve(ANSWER);
    Files.deleteIfExists(answer);
    Files.writeString(data.resolve(ASKED), "");
    Instant until = Clock.systemUTC().instant().plus(PATIENCE);
    while (Clock.systemUTC().instant().isBefore(until)) {
      if (Files.exists(answer)) {
        String said = Files.readString(answer);
        Files.delete(answer);
        out.println(said);
        return said.startsWith(DONE) ? 0 : 1;
      }
      Thread.sleep(200);
    }
    throw new Refusal("backup", "The house did not answer.");
  }

  /** Proves all that a backup or a folder holds, on a copy: what is looked at is not changed. */
  private int verify(Path what) throws IOException, SQLException {
    Path scratch = Files.createTempDirectory("sumbrel-verify-");
    try {
      Path copy = scratch.resolve("house");
      if (Files.isDirectory(what)) {
        requireHouse(what);
        try (Connection connection = BackupFile.open(what, true)) {
          Path backup = BackupFile.write(connection, what, scratch, Clock.systemUTC().instant());
          BackupFile.restore(backup, copy);
        }
      } else {
        BackupFile.restore(what, copy);
      }
      return prove(copy);
    } finally {
      FileSystemUtils.deleteRecursively(scratch);
    }
  }

  private int prove(Path data) {
    int fails = 0;
    try (ConfigurableApplicationContext house =
        new SpringApplicationBuilder(SumbrelServer.class)
            .logStartupInfo(false)
            .run(
                "--sumbrel.data=" + data,
                "--sumbrel.demo=false",
                "--sumbrel.standin=false",
                "--sumbrel.watched-folder=",
                "--sumbrel.backup.every=0s",
                "--server.port=0")) {
      Houses houses = house.getBean(Houses.class);
      for (long booksId : houses.all()) {
        Proof proof = house.getBean(BooksFactsReader.class).read(booksId, Proof::of);
        out.println(houses.name(booksId));
        for (ProofLine line : proof.lines()) {
          fails += line.holds() ? 0 : 1;
          out.printf(Locale.ROOT, "  %s  %s%n", line.holds() ? "holds" : "FAILS", line.words());
        }
      }
    }
    out.println(fails == 0 ? "Everything holds." : fails + " do not hold.");
    return fails == 0 ? 0 : 1;
  }
}
