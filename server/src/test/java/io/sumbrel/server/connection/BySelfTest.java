package io.sumbrel.server.connection;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import io.sumbrel.server.House;
import io.sumbrel.server.ServerTest;
import io.sumbrel.server.arrivals.BringIn;
import io.sumbrel.server.books.Houses;
import io.sumbrel.server.people.Actor;
import io.sumbrel.server.persistence.DataFolder;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.http.HttpMethod;
import tools.jackson.databind.JsonNode;

/** Files that come in while nobody asks: out of a folder, and at set times. */
class BySelfTest extends ServerTest {
  private static final LocalDate DAY = LocalDate.of(2026, 11, 16);
  private static final String STATEMENT =
      House.statementFile(DAY, "1000.00", "1050.00", "50.00,ALDER POTS,T-1");

  @TempDir private Path folder;
  @Autowired private BringIn bringIn;
  @Autowired private Attempts attempts;
  @Autowired private FetchTimes fetchTimes;
  @Autowired private DataFolder dataFolder;
  private final Houses ours = mock(Houses.class);

  @BeforeEach
  void onlyThisHouse() {
    when(ours.all()).thenReturn(List.of(house.clerk.booksId()));
    when(ours.businessDate(house.clerk.booksId())).thenReturn(House.TODAY);
    when(ours.zone(house.clerk.booksId())).thenReturn(ZoneId.of("Europe/Vienna"));
  }

  private WatchedFolder watched() {
    return new WatchedFolder(
        folder.toString(),
        bringIn,
        attempts,
        ours,
        dataFolder,
        Clock.fixed(Instant.parse("2026-11-17T08:00:00Z"), ZoneOffset.UTC));
  }

  private List<String> arrived() {
    List<String> arrived = new ArrayList<>();
    for (JsonNode row : house.get(house.clerk, "/api/arrivals").body()) {
      arrived.add(row.path("fileName").asString() + " " + row.path("state").asString());
    }
    return arrived;
  }

  private Optional<Attempts.Attempt> last(boolean failed) {
    return attempts.last(house.clerk.booksId(), WatchedFolder.NAME, failed);
  }

  private List<String> left() throws IOException {
    try (Stream<Path> all = Files.walk(folder)) {
      return all.filter(Files::isRegularFile)
          .map(f -> folder.relativize(f).toString())
          .sorted()
          .toList();
    }
  }

  @Test
  void whatIsPutIntoTheFolderComesInOnceItStandsStillAndIsMovedAside() throws IOException {
    WatchedFolder watched = watched();
    Files.writeString(folder.resolve("day.csv"), STATEMENT.substring(0, 150));
    Files.writeString(folder.resolve("half.csv.part"), STATEMENT);
    Files.writeString(folder.resolve(".hidden"), STATEMENT);
    Files.createSymbolicLink(folder.resolve("elsewhere.csv"), Path.of("/etc/passwd"));
    watched.look();
    Files.writeString(folder.resolve("day.csv"), STATEMENT);
    watched.look();
    assertThat(arrived()).as("it was still being written").isEmpty();
    watched.look();
    assertThat(arrived()).containsExactly("day.csv WAITING");
    assertThat(left())
        .containsExactly(".hidden", "elsewhere.csv", "half.csv.part", "taken/2026-11-17/day.csv");
    assertThat(last(false).orElseThrow())
        .extracting(Attempts.Attempt::by, Attempts.Attempt::brought, Attempts.Attempt::known)
        .containsExactly("Watched folder", 1, 0);
  }

  @Test
  void theSameFileAgainIsKnownAndMovedAsideToo() throws IOException {
    WatchedFolder watched = watched();
    for (int i = 0; i < 2; i++) {
      Files.writeString(folder.resolve("day.csv"), STATEMENT);
      watched.look();
      watched.look();
    }
    assertThat(arrived()).hasSize(1);
    assertThat(left()).containsExactly("taken/2026-11-17/2-day.csv", "taken/2026-11-17/day.csv");
    assertThat(last(false).orElseThrow().known()).isEqualTo(1);
  }

  @Test
  void whatIsRefusedStaysWithItsSentenceUntilItIsMended() throws IOException {
    Path file = folder.resolve("day.csv");
    Files.writeString(file, STATEMENT.replace("1050.00", "1060.00"));
    Files.setLastModifiedTime(file, FileTime.from(Instant.parse("2026-11-16T23:00:00Z")));
    for (int i = 0; i < 4; i++) {
      watched().look(); // begun anew each time, as after a restart: one look sees nothing settle
    }
    WatchedFolder watched = watched();
    watched.look();
    watched.look();
    watched.look();
    assertThat(arrived()).as("it is tried once").containsExactly("day.csv REFUSED");
    assertThat(left()).containsExactly("day.csv", "day.csv.refused.txt");
    assertThat(Files.readString(folder.resolve("day.csv.refused.txt")))
        .contains("does not add up, by 10.00")
        .contains("it is read again when it has changed");
    WatchedFolder afterRestart = watched();
    afterRestart.look();
    afterRestart.look();
    assertThat(arrived()).hasSize(1);
    Files.writeString(file, STATEMENT);
    Files.setLastModifiedTime(file, FileTime.from(Instant.parse("2026-11-16T22:00:00Z")));
    afterRestart.look();
    afterRestart.look();
    assertThat(arrived()).containsExactly("day.csv WAITING", "day.csv REFUSED");
    assertThat(left()).containsExactly("taken/2026-11-17/day.csv");
  }

  @Test
  void aFolderThatIsGoneIsSaidOnceAndComesBack() throws IOException {
    WatchedFolder watched = watched();
    Files.delete(folder);
    watched.look();
    Attempts.Attempt failure = last(true).orElseThrow();
    assertThat(failure.failure()).startsWith("The watched folder cannot be used: ");
    watched.look();
    assertThat(last(true)).as("the same is not said again").hasValue(failure);
    Files.createDirectory(folder);
    Files.writeString(folder.resolve("day.csv"), STATEMENT);
    watched.look();
    watched.look();
    assertThat(last(false).orElseThrow().at()).isAfterOrEqualTo(failure.at());
    assertThat(arrived()).containsExactly("day.csv WAITING");
  }

  /** A line that offers one statement, and breaks where it is told to. */
  private static final class Line implements Connection {
    private final List<LocalDate> asked = new ArrayList<>();
    private boolean broken;

    @Override
    public String name() {
      return "Line";
    }

    @Override
    public List<Offered> offers(long booksId, LocalDate from, LocalDate to) throws IOException {
      asked.addAll(List.of(from, to));
      if (broken) {
        throw new IOException("The line is down.");
      }
      return List.of(
          new Offered() {
            @Override
            public String fileName() {
              return "line.csv";
            }

            @Override
            public InputStream open() {
              return new ByteArrayInputStream(STATEMENT.getBytes(StandardCharsets.UTF_8));
            }
          });
    }
  }

  private void lookAt(Line line, Instant now) {
    Clock clock = Clock.fixed(now, ZoneOffset.UTC);
    FetchFiles fetchFiles = new FetchFiles(List.of(line), bringIn, attempts);
    new FetchAtSetTimes(List.of(line), fetchTimes, fetchFiles, attempts, ours, clock).look();
  }

  @Test
  void aConnectionIsAskedAtItsTimesAndWhatWasMissedIsCaughtUpOnce() {
    Line line = new Line();
    Instant now = Instant.now().truncatedTo(ChronoUnit.SECONDS);
    fetchTimes.keep(house.supervisor, "Line", SetTimes.of(List.of("06:30", "13:00")));
    lookAt(line, now);
    assertThat(line.asked).as("times before they were set are not caught up").isEmpty();
    lookAt(line, now.plus(3, ChronoUnit.DAYS));
    assertThat(line.asked).containsExactly(House.TODAY.minusDays(6), House.TODAY);
    assertThat(arrived()).containsExactly("line.csv WAITING");
    Attempts.Attempt went = attempts.last(house.clerk.booksId(), "Line", false).orElseThrow();
    assertThat(went.by()).isEqualTo("set time");
    assertThat(went.from()).isEqualTo(House.TODAY.minusDays(6));
  }

  @Test
  void aLineThatIsDownLeavesItsSentence() {
    Line line = new Line();
    line.broken = true;
    fetchTimes.keep(house.supervisor, "Line", SetTimes.of(List.of("00:00")));
    lookAt(line, Instant.now().plus(2, ChronoUnit.DAYS));
    assertThat(attempts.last(house.clerk.booksId(), "Line", true).orElseThrow().failure())
        .isEqualTo("The line is down.");
    assertThat(arrived()).isEmpty();
  }

  @Test
  void setTimesGoByTheClocksOfTheHouse() {
    SetTimes times = SetTimes.of(List.of("13:00", "06:30", "06:30"));
    assertThat(times.words()).containsExactly("06:30", "13:00");
    ZoneId vienna = ZoneId.of("Europe/Vienna");
    assertThat(times.lastUntil(Instant.parse("2026-11-17T05:29:00Z").atZone(vienna)))
        .hasValueSatisfying(t -> assertThat(t.toInstant()).isEqualTo("2026-11-16T12:00:00Z"));
    assertThat(times.lastUntil(Instant.parse("2026-11-17T05:30:00Z").atZone(vienna)))
        .hasValueSatisfying(t -> assertThat(t.toInstant()).isEqualTo("2026-11-17T05:30:00Z"));
    // in summer the same clocks show another hour of the world
    assertThat(times.lastUntil(Instant.parse("2026-07-01T04:31:00Z").atZone(vienna)))
        .hasValueSatisfying(t -> assertThat(t.toInstant()).isEqualTo("2026-07-01T04:30:00Z"));
    assertThat(SetTimes.parse("").lastUntil(Instant.EPOCH.atZone(vienna))).isEmpty();
  }

  @Test
  void onlyASupervisorSetsTimesAndOnlyTimesOfTheDay() {
    assertThat(keep(house.clerk, "06:30").status()).isEqualTo(403);
    assertThat(keep(house.supervisor, "06:30").status()).isEqualTo(204);
    assertThat(keep(house.supervisor, "25:00").sentence())
        .isEqualTo("“25:00” is not a time of the day such as 06:30.");
    JsonNode bank = house.get(house.clerk, "/api/connections").body().get(0);
    assertThat(bank.path("name").asString()).isEqualTo("Bank");
    assertThat(bank.path("times").get(0).asString()).isEqualTo("06:30");
    assertThat(bank.path("times").size()).isEqualTo(1);
  }

  private House.Answer keep(Actor actor, String time) {
    return house.send(
        actor, HttpMethod.PUT, "/api/connections/Bank/times", Map.of("times", List.of(time)));
  }
}
