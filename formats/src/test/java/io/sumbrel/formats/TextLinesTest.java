package io.sumbrel.formats;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class TextLinesTest {

  private static List<String> lines(byte[] bytes) throws IOException {
    TextLines text = new TextLines(new ByteArrayInputStream(bytes));
    List<String> lines = new ArrayList<>();
    for (Optional<String> next = text.next(); next.isPresent(); next = text.next()) {
      lines.add(next.get());
      assertThat(text.number()).isEqualTo(lines.size());
    }
    return lines;
  }

  private static byte[] utf8(String text) {
    return text.getBytes(StandardCharsets.UTF_8);
  }

  @ParameterizedTest
  @ValueSource(strings = {"\n", "\r\n", "\r"})
  void readsWideLettersWhereTheMarkSaysSo(String end) throws IOException {
    String text = "\uFEFFöne" + end + end + "thrée" + end;
    assertThat(lines(text.getBytes(StandardCharsets.UTF_16LE))).containsExactly("öne", "", "thrée");
    assertThat(lines(text.getBytes(StandardCharsets.UTF_16BE))).containsExactly("öne", "", "thrée");
  }

  @ParameterizedTest
  @ValueSource(strings = {"\n", "\r\n", "\r"})
  void countsLinesWhateverEndsThem(String end) throws IOException {
    assertThat(lines(utf8("one" + end + end + "three" + end))).containsExactly("one", "", "three");
    assertThat(lines(utf8("one" + end + "two"))).containsExactly("one", "two");
  }

  @Test
  void leavesOutTheMarksOfOldAndNewSystems() throws IOException {
    assertThat(lines(utf8("\uFEFFone\ntwo\u001A"))).containsExactly("one", "two");
    assertThat(lines(utf8(""))).isEmpty();
  }

  @Test
  void readsALineAsWindowsTextWhereItIsNotUtf8() throws IOException {
    byte[] mixed = "grün\nplain\n".getBytes(Charset.forName("windows-1252"));
    TextLines text = new TextLines(new ByteArrayInputStream(mixed));
    assertThat(text.next()).contains("grün");
    assertThat(text.next()).contains("plain");
    assertThat(text.firstWindowsLine()).isEqualTo(1);
    assertThat(lines(utf8("grün €\n"))).containsExactly("grün €");
  }

  @Test
  void refusesBinaryDataAndLinesWithoutEnd() {
    assertThatThrownBy(() -> lines(new byte[] {'a', 0, 'b'})).hasMessageContaining("binary data");
    byte[] endless = new byte[(1 << 20) + 10];
    java.util.Arrays.fill(endless, (byte) 'x');
    assertThatThrownBy(() -> lines(endless)).hasMessageContaining("longer than a line");
  }

  /** Against the JDK's own splitting of text into lines, on seeded texts. */
  @Test
  void agreesWithTheLinesOfTheJdk() throws IOException {
    Random random = new Random(12);
    String[] pieces = {"a", "bé", "\n", "\r\n", "\r", " ", "€"};
    for (int run = 0; run < 2_000; run++) {
      StringBuilder text = new StringBuilder();
      for (int i = 0; i < random.nextInt(30); i++) {
        text.append(pieces[random.nextInt(pieces.length)]);
      }
      assertThat(lines(utf8(text.toString()))).isEqualTo(text.toString().lines().toList());
    }
  }
}
