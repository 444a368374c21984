package io.sumbrel.acceptance;

import java.io.IOException;
import java.io.InputStream;
import java.net.CookieManager;
import java.net.ServerSocket;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.stream.Collectors;

/** The packaged product as a process of its own, on a port and data folder of its own. */
final class Product implements AutoCloseable {
  /** A machine may stand still for a minute; that is no fault of the product. */
  private static final Duration PATIENCE = Duration.ofMinutes(4);

  /** All that it leaves on the disk; gone with it. */
  private final Path folder;

  private final Path data;

  /** Beside the data: the folder may be taken away. */
  private final Path log;

  private final int port;
  private final String[] settings;
  private Process process;

  private Product(Path folder, int port, String... settings) throws IOException {
    this.folder = folder;
    this.data = Files.createDirectory(folder.resolve("data"));
    this.log = folder.resolve("log");
    this.port = port;
    this.settings = settings;
  }

  /** The demonstration house with further settings. */
  static Product demo(String... settings) throws IOException, InterruptedException {
    List<String> all = new ArrayList<>(List.of("--sumbrel.demo=true"));
    all.addAll(Arrays.asList(settings));
    return launch(true, all.toArray(String[]::new));
  }

  /** An empty house. */
  static Product empty() throws IOException, InterruptedException {
    return launch(false);
  }

  private static Product launch(boolean isDemo, String... settings)
      throws IOException, InterruptedException {
    Product product =
        new Product(Files.createTempDirectory("sumbrel-acceptance"), freePort(), settings);
    if (isDemo) {
      Prepared.get().copyDemo(product.data);
    }
    product.start();
    return product;
  }

  static int freePort() throws IOException {
    try (ServerSocket socket = new ServerSocket(0)) {
      return socket.getLocalPort();
    }
  }

  /** As the script that people use starts a small house. */
  private Process process(int onPort, Path log) throws IOException, InterruptedException {
    Prepared prepared = Prepared.get();
    List<String> command = prepared.command(prepared.archived(), "-Djava.io.tmpdir=" + folder);
    command.addAll(List.of("--sumbrel.data=" + data, "--server.port=" + onPort));
    command.addAll(Arrays.asList(settings));
    return new ProcessBuilder(command)
        .redirectErrorStream(true)
        .redirectOutput(ProcessBuilder.Redirect.appendTo(log.toFile()))
        .start();
  }

  /** What a second process on the same folder says, and with what it ends. */
  record Second(int exit, String said) {}

  Second startSecond() throws IOException, InterruptedException {
    Path said = Files.createTempFile(folder, "second", ".log");
    int exit = process(freePort(), said).waitFor();
    return new Second(exit, Files.readString(said));
  }

  /** Starts the process, and waits until somebody could sign in. */
  void start() throws IOException, InterruptedException {
    process = process(port, log);
    long end = System.nanoTime() + PATIENCE.toNanos();
    while (!Prepared.answers(port)) {
      if (System.nanoTime() > end || !process.isAlive()) {
        throw new IllegalStateException("not ready: " + Files.readString(log));
      }
      Thread.sleep(100);
    }
  }

  /** Ends the process at once, as a power cut would: kill -9. */
  void kill() {
    process.destroyForcibly().onExit().join();
  }

  /** Asks the process to end, and waits until it has. */
  int stop() {
    process.destroy();
    return process.onExit().join().exitValue();
  }

  Path data() {
    return data;
  }

  String log() throws IOException {
    return Files.readString(log);
  }

  /** What the process holds of the machine's memory, in MB. */
  long residentMegabytes() throws IOException {
    for (String line : Files.readAllLines(Path.of("/proc/" + process.pid() + "/status"))) {
      if (line.startsWith("VmRSS:")) {
        return Long.parseLong(line.replaceAll("[^0-9]", "")) >> 10;
      }
    }
    throw new IllegalStateException("no resident memory");
  }

  int port() {
    return port;
  }

  String address() {
    return "http://127.0.0.1:" + port;
  }

  /** Somebody with a session of their own. */
  Person person() {
    return new Person(address());
  }

  @Override
  public void close() throws IOException {
    kill();
    try (var files = Files.walk(folder)) {
      files.sorted((a, b) -> b.compareTo(a)).forEach(f -> f.toFile().delete());
    }
  }

  /** A client of the API with its own cookies. */
  static final class Person {
    private final String address;
    private final CookieManager cookies = new CookieManager();
    private final HttpClient http =
        HttpClient.newBuilder().cookieHandler(cookies).version(HttpClient.Version.HTTP_1_1).build();

    private Person(String address) {
      this.address = address;
    }

    HttpResponse<String> get(String path) throws IOException, InterruptedException {
      return http.send(
          HttpRequest.newBuilder(URI.create(address + path)).build(),
          HttpResponse.BodyHandlers.ofString());
    }

    HttpResponse<String> post(String path, String json, String... headers)
        throws IOException, InterruptedException {
      return send("POST", path, json, headers);
    }

    HttpResponse<String> upload(String name, String content)
        throws IOException, InterruptedException {
      return http.send(
          HttpRequest.newBuilder(URI.create(address + "/api/arrivals?name=" + name))
              .header("Content-Type", "application/octet-stream")
              .header("X-XSRF-TOKEN", token())
              .POST(HttpRequest.BodyPublishers.ofString(content))
              .build(),
          HttpResponse.BodyHandlers.ofString());
    }

    /** An answer that is read while it goes on. */
    HttpResponse<InputStream> stream(String path) throws IOException, InterruptedException {
      return http.send(
          HttpRequest.newBuilder(URI.create(address + path)).build(),
          HttpResponse.BodyHandlers.ofInputStream());
    }

    /** The lines of a request that carry the session, for those who write it by hand. */
    String headers() {
      String all =
          cookies.getCookieStore().getCookies().stream()
              .map(c -> c.getName() + "=" + c.getValue())
              .collect(Collectors.joining("; "));
      return "Cookie: %s\r\nX-XSRF-TOKEN: %s\r\n".formatted(all, token());
    }

    HttpResponse<String> send(String method, String path, String json, String... headers)
        throws IOException, InterruptedException {
      HttpRequest.Builder request =
          HttpRequest.newBuilder(URI.create(address + path))
              .header("Content-Type", "application/json")
              .header("X-XSRF-TOKEN", token())
              .method(method, HttpRequest.BodyPublishers.ofString(json));
      if (headers.length > 0) {
        request.headers(headers);
      }
      return http.send(request.build(), HttpResponse.BodyHandlers.ofString());
    }

    private String token() {
      return cookies.getCookieStore().getCookies().stream()
          .filter(c -> c.getName().equals("XSRF-TOKEN"))
          .map(c -> c.getValue())
          .findFirst()
          .orElse("");
    }

    Person signIn(String name) throws IOException, InterruptedException {
      get("/api/session");
      post("/api/session", "{\"name\":\"%s\",\"password\":\"clay-and-kiln\"}".formatted(name));
      if (!get("/api/session").body().contains("\"signedIn\":true")) {
        throw new IllegalStateException(name + " could not sign in");
      }
      return this;
    }
  }
}
