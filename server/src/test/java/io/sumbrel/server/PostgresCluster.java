package io.sumbrel.server;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.ServerSocket;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.junit.jupiter.api.extension.ConditionEvaluationResult;
import org.junit.jupiter.api.extension.ExecutionCondition;
import org.junit.jupiter.api.extension.ExtensionContext;
import org.springframework.boot.SpringApplication;
import org.springframework.boot.test.util.TestPropertyValues;
import org.springframework.context.ApplicationContextInitializer;
import org.springframework.context.ConfigurableApplicationContext;

/**
 * A PostgreSQL of Debian's, made for the tests that run and thrown away after them: what holds on
 * the embedded database is proved on it too. Its programs refuse to run as root, so there the user
 * of Debian's package runs them.
 */
public final class PostgresCluster
    implements ApplicationContextInitializer<ConfigurableApplicationContext>, ExecutionCondition {
  private static final Path PROGRAMS = Path.of("/usr/lib/postgresql");
  private static final String USER = "postgres";
  private static PostgresCluster running;

  private Path programs;
  private Path folder;
  private int port;

  /** Where the newest PostgreSQL of this machine has its programs. */
  private static Optional<Path> programs() {
    if (!Files.isDirectory(PROGRAMS)) {
      return Optional.empty();
    }
    try (Stream<Path> versions = Files.list(PROGRAMS)) {
      return versions
          .map(v -> v.resolve("bin"))
          .filter(b -> Files.isExecutable(b.resolve("initdb")))
          .max(Comparator.naturalOrder());
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  /** Left out only where it is not installed; said then. */
  @Override
  public ConditionEvaluationResult evaluateExecutionCondition(ExtensionContext context) {
    return programs().isPresent()
        ? ConditionEvaluationResult.enabled("PostgreSQL is installed")
        : ConditionEvaluationResult.disabled("PostgreSQL is not installed on this machine");
  }

  @Override
  public void initialize(ConfigurableApplicationContext context) {
    String url = start().url();
    TestPropertyValues.of(
            "sumbrel.engine=postgresql",
            "spring.datasource.url=" + url,
            "spring.datasource.username=sumbrel",
            "spring.datasource.password=")
        .applyTo(context);
  }

  private static synchronized PostgresCluster start() {
    if (running == null) {
      PostgresCluster cluster = new PostgresCluster();
      try {
        cluster.begin();
      } catch (IOException | InterruptedException e) {
        throw new IllegalStateException("PostgreSQL does not start", e);
      }
      // after the applications, whose pools would wait for a database that is gone
      SpringApplication.getShutdownHandlers().add(cluster::stop);
      running = cluster;
    }
    return running;
  }

  private String url() {
    return "jdbc:postgresql://127.0.0.1:%d/postgres".formatted(port);
  }

  private void begin() throws IOException, InterruptedException {
    programs = programs().orElseThrow();
    folder = Files.createTempDirectory("sumbrel-postgres");
    try (ServerSocket free = new ServerSocket(0)) {
      port = free.getLocalPort();
    }
    if (isRoot()) {
      run("chown", USER, folder.toString());
    }
    asUser("initdb", "-D", data(), "-A", "trust", "-U", "sumbrel", "--no-sync", "-E", "UTF8");
    String options =
        "-p %d -k %s -c listen_addresses=127.0.0.1 -c fsync=off -c max_connections=60"
            .formatted(port, folder);
    asUser(
        "pg_ctl",
        "-D",
        data(),
        "-o",
        options,
        "-l",
        folder.resolve("log").toString(),
        "-w",
        "start");
  }

  private String data() {
    return folder.resolve("data").toString();
  }

  private void stop() {
    try {
      asUser("pg_ctl", "-D", data(), "-m", "immediate", "stop");
      run("rm", "-rf", folder.toString());
    } catch (IOException | InterruptedException e) {
      System.err.println("PostgreSQL of the tests is left behind in " + folder + ": " + e);
    }
  }

  private static boolean isRoot() {
    return System.getProperty("user.name").equals("root");
  }

  private void asUser(String program, String... arguments)
      throws IOException, InterruptedException {
    List<String> command = new ArrayList<>();
    if (isRoot()) {
      command.addAll(List.of("runuser", "-u", USER, "--"));
    }
    command.add(programs.resolve(program).toString());
    command.addAll(List.of(arguments));
    run(command.toArray(String[]::new));
  }

  private static void run(String... command) throws IOException, InterruptedException {
    Path output = Files.createTempFile("sumbrel-command", ".txt");
    Process process =
        new ProcessBuilder(command)
            .directory(Path.of("/").toFile())
            .redirectErrorStream(true)
            .redirectOutput(output.toFile())
            .start();
    if (process.waitFor() != 0) {
      throw new IOException(String.join(" ", command) + ": " + Files.readString(output));
    }
    Files.delete(output);
  }
}
