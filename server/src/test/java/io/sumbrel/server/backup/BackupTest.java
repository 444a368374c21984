package io.sumbrel.server.backup;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.server.House;
import io.sumbrel.server.House.Answer;
import io.sumbrel.server.ServerTest;
import io.sumbrel.server.persistence.DataFolder;
import java.io.ByteArrayOutputStream;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.FileSystem;
import java.nio.file.FileSystems;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.sql.Connection;
import java.time.Clock;
import java.time.Duration;
import java.util.Arrays;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import javax.sql.DataSource;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.http.HttpMethod;

/** A backup is what the house was at one moment, or it is refused. */
class BackupTest extends ServerTest {
  @Autowired private DataSource database;
  @Autowired private DataFolder dataFolder;
  @Autowired private BackUps backUps;
  @TempDir private Path scratch;

  private Path backup() throws Exception {
    try (Connection connection = database.getConnection()) {
      return BackupFile.write(
          connection, dataFolder.path(), scratch.resolve("kept"), Clock.systemUTC().instant());
    }
  }

  private static String said(int code, Object... args) {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    PrintStream stream = new PrintStream(out, true, StandardCharsets.UTF_8);
    assertThat(Keeper.run(Stream.of(args).map(Object::toString).toList(), stream, stream))
        .isEqualTo(code);
    return out.toString(StandardCharsets.UTF_8);
  }

  @Test
  void holdsTheHouseOfOneMomentWhileItIsAtWork() throws Exception {
    String[] rows =
        IntStream.range(0, 40)
            .mapToObj(i -> "T-%d,K-1,Alder Pots,2026-10-14,,5.00,5.00,,USD,,".formatted(i))
            .toArray(String[]::new);
    house.items(rows);
    String[] sums =
        IntStream.range(0, 40).mapToObj(i -> "5.00,ALDER POTS,T-" + i).toArray(String[]::new);
    house.statement(House.TODAY, "1000.00", "1200.00", sums);
    AtomicBoolean stop = new AtomicBoolean();
    CompletableFuture<Integer> work =
        CompletableFuture.supplyAsync(
            () -> {
              int posted = 0;
              while (!stop.get() && posted < 40) {
                Answer answer =
                    house.post(
                        house.clerk, house.money("ALDER POTS"), house.settles("T-" + posted, 500));
                assertThat(answer.status()).as(answer.sentence()).isEqualTo(200);
                posted++;
              }
              return posted;
            });
    Path first = backup();
    Path second = backup();
    stop.set(true);
    assertThat(work.get()).isPositive();
    Path restored = scratch.resolve("restored");
    BackupFile.restore(first, restored);
    assertThat(PosixFilePermissions.toString(Files.getPosixFilePermissions(restored)))
        .isEqualTo("rwx------");
    try (Connection copy = BackupFile.open(restored, true)) {
      Manifest manifest = Manifest.of(copy);
      assertThat(manifest.rows().get("POSTING")).isPositive();
      assertThat(manifest.records()).isNotEmpty();
    }
    assertThat(said(0, "verify", second))
        .contains("House", "Everything holds.")
        .doesNotContain("FAILS");
  }

  @Test
  void whatWasCutOrChangedIsRefusedAndLeavesNothing() throws Exception {
    house.items("T-1,K-1,Alder Pots,2026-10-14,,5.00,5.00,,USD,,");
    Path whole = backup();
    byte[] bytes = Files.readAllBytes(whole);
    Path cut = scratch.resolve("sumbrel-cut.zip");
    Files.write(cut, Arrays.copyOf(bytes, bytes.length / 2));
    Path place = scratch.resolve("place");
    assertThat(said(1, "restore", cut, place)).contains("sumbrel-cut.zip is not whole: it was cut");
    assertThat(place).doesNotExist();

    Path changed = scratch.resolve("sumbrel-changed.zip");
    Files.write(changed, bytes);
    try (FileSystem zip = FileSystems.newFileSystem(changed)) {
      try (Stream<Path> originals = Files.list(zip.getPath("files"))) {
        Files.writeString(originals.findFirst().orElseThrow(), "another");
      }
    }
    assertThat(said(1, "verify", changed)).contains("an original in it was changed");

    Path less = scratch.resolve("sumbrel-less.zip");
    Files.write(less, bytes);
    try (FileSystem zip = FileSystems.newFileSystem(less)) {
      Path manifest = zip.getPath("manifest.json");
      Files.writeString(
          manifest, Files.readString(manifest).replaceFirst("\"POSTING\":", "\"POSTING\":1"));
    }
    assertThat(said(1, "restore", less, place)).contains("does not hold what it says");

    Files.createDirectory(place);
    Files.writeString(place.resolve("mine"), "mine");
    assertThat(said(1, "restore", whole, place)).contains("is not empty");
    assertThat(place.resolve("mine")).hasContent("mine");
    assertThat(said(1, "restore", scratch.resolve("none.zip"), place)).contains("There is no file");
    assertThat(said(1, "backup", scratch, place)).contains("No house is in");
    assertThat(said(1)).startsWith("Use:");
    try (Stream<Path> left = Files.list(scratch)) {
      assertThat(left.map(p -> p.getFileName().toString()))
          .containsExactlyInAnyOrder(
              "kept", "place", "sumbrel-cut.zip", "sumbrel-changed.zip", "sumbrel-less.zip");
    }
  }

  @Test
  void aSupervisorMakesOneAndSomebodyAtTheMachineToo() throws Exception {
    Answer made = house.send(house.supervisor, HttpMethod.POST, "/api/backups", Map.of());
    assertThat(made.status()).isEqualTo(200);
    Answer all = house.get(house.supervisor, "/api/backups");
    assertThat(all.body().path("kept").get(0).path("name")).isEqualTo(made.body().path("name"));
    assertThat(house.get(house.clerk, "/api/backups").status()).isEqualTo(403);
    String kept = made.body().path("name").asString();
    Path answer = dataFolder.path().resolve(Keeper.ANSWER);
    Files.writeString(dataFolder.path().resolve(Keeper.ASKED), "");
    for (int i = 0; i < 300 && !Files.exists(answer); i++) {
      Thread.sleep(100);
    }
    assertThat(Files.readString(answer)).startsWith(Keeper.DONE).doesNotContain(kept);
    Files.delete(answer);
  }

  @Test
  void onlyTheNewestAreKeptAndADiskThatIsFullIsSaid() throws Exception {
    BackUps few =
        new BackUps(database, dataFolder, scratch, Duration.ofHours(24), 2, Clock.systemUTC());
    for (int i = 0; i < 3; i++) {
      Files.writeString(scratch.resolve("sumbrel-2020-01-0" + i + "-000000.zip"), "old");
    }
    few.make();
    assertThat(few.all()).hasSize(2);
    assertThat(few.isLate()).isFalse();
    BackUps nowhere =
        new BackUps(
            database,
            dataFolder,
            Path.of("/proc/sumbrel"),
            Duration.ofHours(24),
            2,
            Clock.systemUTC());
    assertThatThrownBy(nowhere::make).isInstanceOf(Refusal.class);
    assertThat(nowhere.failure().orElseThrow().sentence()).contains("could not be written");
    assertThat(nowhere.isLate()).isTrue();
  }

  @Test
  void theDataAreTheOwnersAlone() throws Exception {
    assertThat(PosixFilePermissions.toString(Files.getPosixFilePermissions(dataFolder.path())))
        .isEqualTo("rwx------");
    assertThat(backUps.every()).isZero();
  }
}
