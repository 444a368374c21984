package io.sumbrel.bench.people;

import java.io.IOException;
import java.net.CookieManager;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.time.Duration;
import java.util.Random;
import java.util.UUID;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Somebody at the desk: looks, opens a sum, works a tape, posts it, mostly turns it back. */
final class Person implements Runnable {
  private static final Pattern ROW =
      Pattern.compile(
          "\"id\":(\\d+),\"payer\"[^{}]*?\"currency\":\"(\\w+)\",\"amountMinor\":(\\d+)");
  private static final Pattern NUMBER = Pattern.compile("\"number\":\"(\\d{4})-(\\d+)\"");
  private static final String[] LISTS = {
    "/api/customers", "/api/arrivals", "/api/deposits", "/api/desk/done", "/api/books/balances"
  };

  private final String address;
  private final String name;
  private final Times times;
  private final long end;
  private final Random random;
  private final CookieManager cookies = new CookieManager();
  private final HttpClient http =
      HttpClient.newBuilder().cookieHandler(cookies).version(HttpClient.Version.HTTP_1_1).build();

  Person(String address, String name, int seed, Times times, long end) {
    this.address = address;
    this.name = name;
    this.times = times;
    this.end = end;
    this.random = new Random(seed);
  }

  @Override
  public void run() {
    try {
      get("session", "/api/session");
      send(
          "sign in",
          "POST",
          "/api/session",
          "{\"name\":\"%s\",\"password\":\"clay-and-kiln\"}".formatted(name));
      while (System.nanoTime() < end) {
        work();
      }
    } catch (IOException e) {
      times.add("no answer", 0, 599);
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
    }
  }

  private void work() throws IOException, InterruptedException {
    Matcher rows = ROW.matcher(get("desk", "/api/desk"));
    int skip = random.nextInt(20);
    boolean found = rows.find();
    while (found && skip-- > 0) {
      found = rows.find();
    }
    if (random.nextInt(4) == 0) {
      String list = LISTS[random.nextInt(LISTS.length)];
      get("list " + list.replaceAll(".*/", ""), list);
    }
    if (!found) {
      return;
    }
    String money = "/api/desk/money/" + rows.group(1);
    String lines = "[{\"kind\":\"UNIDENTIFIED\",\"amountMinor\":%s}]".formatted(rows.group(3));
    get("open a sum", money);
    get("find items", "/api/desk/items?currency=%s&text=206".formatted(rows.group(2)));
    send("keep a draft", "PUT", money + "/draft", "{\"putBy\":false,\"lines\":" + lines + "}");
    String posted = send("post", "POST", money + "/posting", "{\"lines\":" + lines + "}");
    Matcher number = NUMBER.matcher(posted);
    // it goes back, so that the pile does not run dry
    if (number.find()) {
      send(
          "turn back",
          "POST",
          "/api/desk/postings/%s/%d/turning-back"
              .formatted(number.group(1), Integer.parseInt(number.group(2))),
          "{}");
    }
  }

  private String get(String kind, String path) throws IOException, InterruptedException {
    return timed(kind, HttpRequest.newBuilder(URI.create(address + path)).build());
  }

  private String send(String kind, String method, String path, String json)
      throws IOException, InterruptedException {
    String token =
        cookies.getCookieStore().getCookies().stream()
            .filter(c -> c.getName().equals("XSRF-TOKEN"))
            .map(c -> c.getValue())
            .findFirst()
            .orElse("");
    return timed(
        kind,
        HttpRequest.newBuilder(URI.create(address + path))
            .timeout(Duration.ofSeconds(60))
            .header("Content-Type", "application/json")
            .header("X-XSRF-TOKEN", token)
            .header("Idempotency-Key", UUID.randomUUID().toString())
            .method(method, HttpRequest.BodyPublishers.ofString(json))
            .build());
  }

  private String timed(String kind, HttpRequest request) throws IOException, InterruptedException {
    long begun = System.nanoTime();
    HttpResponse<String> answer = http.send(request, HttpResponse.BodyHandlers.ofString());
    times.add(kind, System.nanoTime() - begun, answer.statusCode());
    return answer.body();
  }
}
