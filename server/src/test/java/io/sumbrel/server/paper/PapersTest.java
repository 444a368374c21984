package io.sumbrel.server.paper;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.server.House;
import io.sumbrel.server.ServerTest;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.zip.CRC32;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.springframework.http.HttpMethod;
import tools.jackson.databind.JsonNode;

/** Pictures and PDF beside a sum, a customer, an item; whatever is none is refused. */
class PapersTest extends ServerTest {
  private static final String PDF = "%PDF-1.4\n1 0 obj<<>>endobj\ntrailer<<>>\n%%EOF\n";
  private String onMoney;

  @BeforeEach
  void bringASum() {
    house.items("T-1,K-1,Alder Pots,2026-10-14,,500.00,500.00,,USD,,");
    house.statement(House.TODAY, "1000.00", "1500.00", "500.00,ALDER POTS,T-1");
    onMoney = "/api/papers?on=MONEY&id=" + house.money("ALDER POTS");
  }

  private static byte[] picture(String format) throws IOException {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    ImageIO.write(new BufferedImage(40, 20, BufferedImage.TYPE_INT_RGB), format, out);
    return out.toByteArray();
  }

  private House.Answer add(String to, String name, byte[] bytes) {
    return house.sendBytes(house.clerk, to + "&name=" + name, bytes);
  }

  @ParameterizedTest
  @ValueSource(strings = {"png", "jpg"})
  void aPictureIsListedShownAndTakenOff(String format) throws IOException {
    byte[] bytes = picture(format);
    assertThat(add(onMoney, "cheque." + format, bytes).status()).isEqualTo(204);
    JsonNode papers = house.get(house.reader, onMoney).body();
    assertThat(papers).hasSize(1);
    JsonNode paper = papers.get(0);
    assertThat(paper.path("fileName").asString()).isEqualTo("cheque." + format);
    assertThat(paper.path("picture").asBoolean()).isTrue();
    assertThat(paper.path("person").asString()).isEqualTo("Ines");
    assertThat(house.getBytes(house.reader, paper.path("address").asString())).isEqualTo(bytes);
    String one = "/api/papers/" + paper.path("id").asLong();
    assertThat(house.send(house.other, HttpMethod.DELETE, one, "").status()).isEqualTo(204);
    assertThat(house.get(house.clerk, onMoney).body()).isEmpty();
    assertThat(house.get(house.clerk, one + "/content").status()).isEqualTo(404);
    house.prove();
  }

  /** The sum came by transfer. */
  @Test
  void moneyLacksAPaperOnlyWhereTheHouseWantsOne() throws IOException {
    assertThat(inThePile().path("lacksPaper").asBoolean()).isFalse();
    Map<String, Object> wanted = Map.of("methods", List.of("TRANSFER", "CHEQUE"));
    assertThat(house.send(house.clerk, HttpMethod.PUT, "/api/rules/papers", wanted).status())
        .isEqualTo(403);
    assertThat(house.send(house.supervisor, HttpMethod.PUT, "/api/rules/papers", wanted).status())
        .isEqualTo(204);
    assertThat(inThePile().path("lacksPaper").asBoolean()).isTrue();
    house.post(house.clerk, house.money("ALDER POTS"), house.settles("T-1", 50_000));
    assertThat(done().path("lacksPaper").asBoolean()).isTrue();
    assertThat(add(onMoney, "cheque.png", picture("png")).status()).isEqualTo(204);
    assertThat(done().path("lacksPaper").asBoolean()).isFalse();
    Map<String, Object> none = Map.of("methods", List.of());
    assertThat(house.send(house.supervisor, HttpMethod.PUT, "/api/rules/papers", none).status())
        .isEqualTo(204);
    Map<String, Object> wrong = Map.of("methods", List.of("PIGEON"));
    assertThat(house.send(house.supervisor, HttpMethod.PUT, "/api/rules/papers", wrong).status())
        .isEqualTo(400);
    house.prove();
  }

  private JsonNode inThePile() {
    return house.get(house.clerk, "/api/desk").body().path("rows").get(0);
  }

  private JsonNode done() {
    return house.get(house.clerk, "/api/desk/done").body().path("rows").get(0);
  }

  @Test
  void aPdfStandsBesideACustomerAndAnItem() {
    long item = house.item("T-1").path("id").asLong();
    assertThat(
            add("/api/papers?on=ITEM&id=" + item, "a.pdf", PDF.getBytes(StandardCharsets.UTF_8))
                .status())
        .isEqualTo(204);
    JsonNode paper = house.get(house.clerk, "/api/papers?on=ITEM&id=" + item).body().get(0);
    assertThat(paper.path("picture").asBoolean()).isFalse();
    assertThat(add("/api/papers?on=CUSTOMER&id=4711", "a.pdf", PDF.getBytes()).status())
        .isEqualTo(404);
    assertThat(add("/api/papers?on=DEPOSIT&id=4711", "a.pdf", PDF.getBytes()).status())
        .isEqualTo(404);
  }

  @Test
  void whatIsNoPaperIsRefusedWithAReasonAndNotKept() throws IOException {
    assertThat(add(onMoney, "a.pdf", "<script>alert(1)</script>".getBytes()).sentence())
        .isEqualTo("It is no PNG, no JPEG and no PDF, whatever its name says.");
    assertThat(add(onMoney, "a.pdf", new byte[0]).code()).isEqualTo("paper");
    assertThat(add(onMoney, "a.pdf", "%PDF-1.4\n1 0 obj".getBytes()).sentence())
        .isEqualTo("The PDF has no end: it was cut off on its way.");
    byte[] cut = Arrays.copyOf(picture("png"), 20);
    assertThat(add(onMoney, "a.png", cut).sentence()).startsWith("The picture is damaged");
    assertThat(add(onMoney, "a.jpg", Arrays.copyOf(picture("jpg"), 12)).code()).isEqualTo("paper");
    assertThat(add(onMoney, "a.png", bomb()).sentence())
        .isEqualTo("The picture has 900,000,000 pixels; up to 40,000,000 are shown.");
    assertThat(add(onMoney, "a.png", new byte[(10 << 20) + 1]).code()).isEqualTo("too-large");
    assertThat(house.get(house.clerk, onMoney).body()).isEmpty();
    assertThat(house.sendBytes(house.reader, onMoney + "&name=a.png", picture("png")).status())
        .isEqualTo(403);
  }

  /** A head that promises 30,000 by 30,000 pixels; its check sum is that of the head (CRC-32). */
  private static byte[] bomb() throws IOException {
    byte[] png = picture("png");
    ByteBuffer head = ByteBuffer.wrap(png);
    head.putInt(16, 30_000);
    head.putInt(20, 30_000);
    CRC32 sum = new CRC32();
    sum.update(png, 12, 17);
    head.putInt(29, (int) sum.getValue());
    return png;
  }

  @Test
  void nothingOfAnotherHouseIsShown() throws IOException {
    add(onMoney, "a.png", picture("png"));
    JsonNode paper = house.get(house.clerk, onMoney).body().get(0);
    House other = houses.open();
    assertThat(other.get(other.clerk, onMoney).status()).isEqualTo(404);
    assertThat(other.get(other.clerk, paper.path("address").asString()).status()).isEqualTo(404);
  }
}
