package io.sumbrel.formats.ratecsv;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.core.money.ExchangeRate;
import io.sumbrel.formats.Issue;
import io.sumbrel.formats.Parsed;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;

class RateCsvReaderTest {
  private static final String FILE =
      """
      date,of,in,rate
      2026-11-16,EUR,USD,1.0800
      2026-11-17,EUR,USD,1.0825
      2026-11-17,USD,JPY,149.5
      """;

  private static Parsed<List<ExchangeRate>> read(String text) {
    return RateCsvReader.read(text.getBytes(StandardCharsets.UTF_8));
  }

  private static String issues(String text) {
    Parsed<List<ExchangeRate>> parsed = read(text);
    assertThat(parsed.value()).isEmpty();
    return parsed.issues().stream().map(Issue::words).collect(Collectors.joining(" | "));
  }

  @Test
  void readsWhatAUnitIsWorthFromADayOn() {
    assertThat(read(FILE).orRefuse().stream().map(r -> r.words() + " from " + r.date()))
        .containsExactly(
            "EUR 1 = USD 1.0800 from 2026-11-16",
            "EUR 1 = USD 1.0825 from 2026-11-17",
            "USD 1 = JPY 149.5000 from 2026-11-17");
    assertThat(read("RATE,In,of,date\n1.08,USD,EUR,2026-11-16\n").orRefuse()).hasSize(1);
  }

  @Test
  void saysWhatIsMissingOrWrongInARowAndTakesNothing() {
    assertThat(issues(FILE.replace("1.0825", "1,0825"))).contains("Line 3: the row has 5 columns");
    assertThat(issues(FILE.replace("1.0825", "\"1,0825\"")))
        .contains("Line 3: rate: “1,0825” is no rate such as 1.0800.");
    assertThat(issues(FILE.replace("1.0825", "0"))).contains("Line 3: rate: A rate is above zero");
    assertThat(issues(FILE.replace("1.0825", "1e3"))).contains("“1e3” is no rate");
    assertThat(issues(FILE.replace("JPY,149.5", "XAU,149.5"))).contains("Line 4: in: ");
    assertThat(issues(FILE.replace("USD,JPY", "JPY,JPY"))).contains("between two currencies");
    assertThat(issues(FILE.replace("2026-11-17,EUR", "2026-11-16,EUR")))
        .contains("Line 3: EUR in USD on 2026-11-16 stands in the file twice.");
    assertThat(issues(FILE.replace("2026-11-17,USD", "17.11.2026,USD"))).contains("Line 4: date: ");
    assertThat(issues("date,of,in\n2026-11-16,EUR,USD\n")).contains("“rate” is missing");
    assertThat(issues("date,of,in,rate\n")).contains("The file holds no rate.");
  }
}
