package io.sumbrel.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.net.Socket;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.UUID;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;

/** What goes wrong around the product: slow lines, large bodies, a full disk, a second process. */
class DrillsTest {
  private static final Pattern ROW =
      Pattern.compile("\"id\":(\\d+),\"payer\"[^{}]*?\"amountMinor\":(\\d+)");
  private static Product product;

  @BeforeAll
  static void open() throws IOException, InterruptedException {
    product = Product.demo();
  }

  @AfterAll
  static void close() throws IOException {
    product.close();
  }

  /** Posts the first sum of the pile as unidentified, and turns it back where it was posted. */
  private static HttpResponse<String> post(Product.Person person)
      throws IOException, InterruptedException {
    Matcher row = ROW.matcher(person.get("/api/desk").body());
    assertThat(row.find()).isTrue();
    HttpResponse<String> answer =
        person.post(
            "/api/desk/money/" + row.group(1) + "/posting",
            "{\"lines\":[{\"kind\":\"UNIDENTIFIED\",\"amountMinor\":%s}]}".formatted(row.group(2)),
            "Idempotency-Key",
            UUID.randomUUID().toString());
    Matcher number = Pattern.compile("\"number\":\"(\\d{4})-(\\d+)\"").matcher(answer.body());
    if (number.find()) {
      person.post(
          "/api/desk/postings/%s/%d/turning-back"
              .formatted(number.group(1), Integer.parseInt(number.group(2))),
          "{}");
    }
    return answer;
  }

  private static Socket sending(String request) throws IOException {
    Socket socket = new Socket("127.0.0.1", product.port());
    socket.getOutputStream().write(request.getBytes(StandardCharsets.UTF_8));
    socket.getOutputStream().flush();
    return socket;
  }

  private static String statusOf(Socket socket) throws IOException {
    socket.setSoTimeout(60_000);
    return new BufferedReader(new InputStreamReader(socket.getInputStream())).readLine();
  }

  private static List<Path> halfReceived() throws IOException {
    try (var files = Files.list(product.data().resolve("files"))) {
      return files.filter(f -> f.toString().endsWith(".part")).toList();
    }
  }

  @Test
  void slowUploadsStopNobodyAndLeaveNothingBehind() throws IOException, InterruptedException {
    Product.Person ines = product.person().signIn("Ines");
    List<Socket> slow = new ArrayList<>();
    for (int i = 0; i < 24; i++) {
      slow.add(
          sending(
              "POST /api/arrivals?name=slow HTTP/1.1\r\nHost: x\r\nContent-Type: application/octet-stream\r\nContent-Length: 1000000\r\n%s\r\nbegins"
                  .formatted(ines.headers())));
    }
    long begun = System.nanoTime();
    assertThat(post(product.person().signIn("Tomas")).statusCode()).isEqualTo(200);
    assertThat(Duration.ofNanos(System.nanoTime() - begun)).isLessThan(Duration.ofSeconds(20));
    for (Socket socket : slow) {
      socket.close();
    }
    for (int i = 0; i < 300 && !halfReceived().isEmpty(); i++) {
      Thread.sleep(100);
    }
    assertThat(halfReceived()).isEmpty();
    assertThat(product.log()).doesNotContain("unexpected");
  }

  @Test
  void aBodyThatIsTooLargeIsRefusedBeforeItIsRead() throws IOException, InterruptedException {
    Product.Person nobody = product.person();
    nobody.get("/api/session");
    String large = "{\"name\":\"%s\",\"password\":\"x\"}".formatted("x".repeat(19_000_000));
    HttpResponse<String> answer = nobody.post("/api/session", large);
    assertThat(answer.statusCode()).isEqualTo(413);
    assertThat(answer.body()).contains("larger than 16 KB");
    assertThat(product.person().signIn("Ines").post("/api/arrivals/typed", large).statusCode())
        .isEqualTo(413);
  }

  @Test
  void whatNoServerUnderstandsIsAProblemAndNoFault() throws IOException {
    for (String line :
        List.of(
            "GET /api/session?x=%FF%FE HTTP/1.1",
            "GET /api/session?x=%zz HTTP/1.1",
            "GET /api/desk%00 HTTP/1.1",
            "GET /error HTTP/1.1",
            "GET /api/\ud83d\ude00 HTTP/1.1",
            "BREW /api/desk HTTP/1.1")) {
      try (Socket socket = sending(line + "\r\nHost: x\r\nConnection: close\r\n\r\n")) {
        assertThat(statusOf(socket)).as(line).matches("HTTP/1.1 [24]\\d\\d.*");
      }
    }
  }

  @Test
  void signingOutEndsTheLiveStream() throws IOException, InterruptedException {
    Product.Person ines = product.person().signIn("Ines");
    try (InputStream live = ines.stream("/api/live").body()) {
      assertThat(live.read()).isPositive();
      ines.send("DELETE", "/api/session", "");
      Thread reader =
          new Thread(
              () -> {
                try {
                  live.readAllBytes();
                } catch (IOException e) {
                  // ended too
                }
              });
      reader.start();
      reader.join(20_000);
      assertThat(reader.isAlive()).isFalse();
    }
  }

  @Test
  void aSecondProcessOnTheFolderIsToldSoInASentence() throws IOException, InterruptedException {
    Product.Second second = product.startSecond();
    assertThat(second.exit()).isNotZero();
    assertThat(second.said())
        .contains("The data folder is in use by another process of sumbrel.")
        .doesNotContain("\tat ");
  }

  @Test
  void nothingIsAcknowledgedWhileTheDataFolderIsAway() throws IOException, InterruptedException {
    Product.Person ines = product.person().signIn("Ines");
    Path away = product.data().resolveSibling(product.data().getFileName() + "-away");
    Files.move(product.data(), away);
    try {
      HttpResponse<String> refused = post(ines);
      assertThat(refused.statusCode()).isEqualTo(503);
      assertThat(refused.body()).contains("The data folder was taken away");
      assertThat(ines.get("/api/desk").statusCode()).isEqualTo(200);
      Files.createDirectory(product.data());
      assertThat(post(ines).statusCode()).as("an empty one in its place").isEqualTo(503);
      Files.delete(product.data());
    } finally {
      Files.move(away, product.data());
    }
    assertThat(post(ines).statusCode()).isEqualTo(200);
  }

  /** With more to be left free than any disk has, every disk is full. */
  @Test
  void onAFullDiskItSaysSoAndGoesOnBeingRead() throws IOException, InterruptedException {
    try (Product full = Product.demo("--sumbrel.disk-reserve=1000000GB")) {
      Product.Person ines = full.person().signIn("Ines");
      HttpResponse<String> refused = post(ines);
      assertThat(refused.statusCode()).isEqualTo(507);
      assertThat(refused.body()).contains("is full");
      assertThat(ines.upload("x.csv", "x").statusCode()).isEqualTo(507);
      assertThat(ines.get("/api/books/proof").statusCode()).isEqualTo(200);
      assertThat(full.stop()).isEqualTo(143);
      assertThat(full.log()).doesNotContain("\tat ");
    }
  }
}
