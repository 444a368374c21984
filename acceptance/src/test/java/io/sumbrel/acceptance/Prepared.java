package io.sumbrel.acceptance;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;

/**
 * What every walk begins with, made once for all of them: the product laid out as plain jars, as
 * the script that people use does, its classes archived as the virtual machine likes them, and the
 * demonstration as it is when it has been opened. The processes in which tests run share it.
 */
final class Prepared {
  private static final Path TARGET = Path.of("target").toAbsolutePath();
  private static final Path JAR = Path.of("../server/target/sumbrel-server-0.1.0-app.jar");
  private static final long PATIENCE_MILLIS = 240_000;

  private static Prepared ready;

  private final Path folder;

  private Prepared(Path folder) {
    this.folder = folder;
  }

  static synchronized Prepared get() throws IOException, InterruptedException {
    if (ready == null) {
      try (FileChannel channel =
          FileChannel.open(
              TARGET.resolve("prepared.lock"),
              StandardOpenOption.CREATE,
              StandardOpenOption.WRITE)) {
        // held until the channel is closed: the other process waits, and finds it made
        channel.lock();
        // another build is another product
        String build = "prepared-" + Files.getLastModifiedTime(JAR).toMillis();
        Prepared prepared = new Prepared(TARGET.resolve(build));
        if (!Files.exists(prepared.done())) {
          prepared.make();
        }
        ready = prepared;
      }
    }
    return ready;
  }

  /** How a process of the product begins: as the script starts a small house. */
  List<String> command(String... more) {
    List<String> command = new ArrayList<>(List.of(java()));
    command.addAll(
        List.of(
            "-XX:TieredStopAtLevel=1",
            "-XX:+UseSerialGC",
            "-Xms96m",
            "-Xmn56m",
            "-XX:MinHeapFreeRatio=15",
            "-XX:MaxHeapFreeRatio=30"));
    command.addAll(List.of(more));
    command.addAll(List.of("-jar", laidOut().resolve(JAR.getFileName()).toString()));
    return command;
  }

  /** Lets the virtual machine take the archived classes. */
  String archived() {
    return "-XX:SharedArchiveFile=" + folder.resolve("classes.jsa");
  }

  /** Puts the opened demonstration into a data folder. */
  void copyDemo(Path data) throws IOException {
    try (Stream<Path> files = Files.walk(demo())) {
      for (Path file : files.filter(f -> !f.equals(demo())).toList()) {
        Files.copy(file, data.resolve(demo().relativize(file)));
      }
    }
  }

  private Path laidOut() {
    return folder.resolve("app");
  }

  private Path demo() {
    return folder.resolve("demo");
  }

  private Path done() {
    return folder.resolve("done");
  }

  private static String java() {
    return Path.of(System.getProperty("java.home"), "bin", "java").toString();
  }

  private void make() throws IOException, InterruptedException {
    try (Stream<Path> old = Files.list(TARGET)) {
      old.filter(p -> p.getFileName().toString().startsWith("prepared-")).forEach(Prepared::remove);
    }
    Files.createDirectories(demo());
    Process layOut =
        new ProcessBuilder(
                java(),
                "-Djarmode=tools",
                "-jar",
                JAR.toString(),
                "extract",
                "--destination",
                laidOut().toString())
            .inheritIO()
            .start();
    require(layOut.waitFor() == 0, "the jar could not be laid out");
    open();
    Files.createFile(done());
  }

  /** Opens the demonstration, and leaves its classes in the archive when it ends. */
  private void open() throws IOException, InterruptedException {
    int port = Product.freePort();
    List<String> command =
        command("-XX:ArchiveClassesAtExit=" + folder.resolve("classes.jsa"), "-Xlog:disable");
    command.addAll(
        List.of("--sumbrel.data=" + demo(), "--sumbrel.demo=true", "--server.port=" + port));
    Path log = folder.resolve("log");
    Process process =
        new ProcessBuilder(command).redirectErrorStream(true).redirectOutput(log.toFile()).start();
    long end = System.currentTimeMillis() + PATIENCE_MILLIS;
    while (!answers(port)) {
      require(
          process.isAlive() && System.currentTimeMillis() < end,
          "the demonstration did not open: " + log.toAbsolutePath());
      Thread.sleep(100);
    }
    process.destroy();
    process.waitFor();
  }

  /** Whether somebody could sign in. */
  static boolean answers(int port) throws InterruptedException {
    try {
      HttpRequest asked =
          HttpRequest.newBuilder(URI.create("http://127.0.0.1:%d/api/session".formatted(port)))
              .build();
      return HttpClient.newHttpClient()
              .send(asked, HttpResponse.BodyHandlers.discarding())
              .statusCode()
          == 200;
    } catch (IOException e) {
      return false;
    }
  }

  private static void require(boolean holds, String otherwise) {
    if (!holds) {
      throw new IllegalStateException(otherwise);
    }
  }

  private static void remove(Path folder) {
    try (Stream<Path> files = Files.walk(folder)) {
      files.sorted((a, b) -> b.compareTo(a)).forEach(f -> f.toFile().delete());
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }
}
