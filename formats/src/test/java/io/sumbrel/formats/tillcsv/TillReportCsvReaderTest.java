package io.sumbrel.formats.tillcsv;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.core.takings.Takings;
import io.sumbrel.core.takings.TillReport;
import io.sumbrel.formats.Damage;
import io.sumbrel.formats.FileKind;
import io.sumbrel.formats.Issue;
import io.sumbrel.formats.Parsed;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;

class TillReportCsvReaderTest {
  private static final String FILE =
      """
      day,till,what,amount,currency,account,tax,tax amount,method,number,payer,invoice,note
      2026-11-16,Counter,sold,480.00,USD,4000,SALES,80.00,,,,,
      2026-11-16,Counter,paid out,3.00,USD,6900,,,,,,,"stamps, two"
      2026-11-16,Counter,paid,427.00,USD,,,,cash,,,,
      2026-11-16,Counter,change,200.00,USD,,,,,,,,
      2026-11-17,Counter,sold,12.00,USD,,,,,,,,
      2026-11-17,Counter,paid,12.00,USD,,,,CARD,,,,
      2026-11-16,Counter,paid,318.20,USD,,,,cheque,4471,Ash & Feldspar,TCK-20288,
      """;

  private static Parsed<List<TillReport>> read(String text) {
    return TillReportCsvReader.read(text.getBytes(StandardCharsets.UTF_8));
  }

  private static String refusal(String text) {
    assertThat(read(text).value()).isEmpty();
    return read(text).issues().stream().map(Issue::words).collect(Collectors.joining(" | "));
  }

  @Test
  void readsOneReportForEachDayAndTill() {
    List<TillReport> reports = read(FILE).orRefuse();
    assertThat(reports).hasSize(2);
    TillReport first = reports.get(0);
    assertThat(first.lines()).hasSize(2);
    assertThat(first.lines().get(1).kind()).isEqualTo(Takings.Kind.PAID_OUT);
    assertThat(first.lines().get(0).taxMinor()).contains(80_00L);
    assertThat(first.paid().get(1).invoice()).contains("TCK-20288");
    assertThat(first.changeMinor()).isEqualTo(200_00);
    assertThat(reports.get(1).lines().get(0).account().code()).isEqualTo("4000");
    assertThat(FileKind.of(FILE.getBytes(StandardCharsets.UTF_8)))
        .isEqualTo(FileKind.TILL_REPORT_CSV);
  }

  /** What somebody typed comes back as it was. */
  @Test
  void readsWhatIsWritten() {
    TillReport report = read(FILE).orRefuse().get(0);
    TillReport back = read(TillReportCsvWriter.write(report)).orRefuse().get(0);
    assertThat(TillReportCsvWriter.write(back)).isEqualTo(TillReportCsvWriter.write(report));
    assertThat(back.paid()).hasSameSizeAs(report.paid());
    assertThat(back.lines().get(1).note()).isEqualTo("stamps, two");
  }

  @Test
  void saysWhatIsMissingOrWrongInARow() {
    assertThat(refusal(FILE.replace("paid out", "gave")))
        .contains("Line 3: “gave” is none of sold, paid out, paid, change.");
    assertThat(refusal(FILE.replace("6900", ""))).contains("Line 3: “account” is missing.");
    assertThat(refusal(FILE.replace(",cash,", ",,"))).contains("Line 4: “method” is missing.");
    assertThat(refusal(FILE.replace("427.00", "-427.00")))
        .contains("Line 4")
        .contains("above zero");
    assertThat(refusal(FILE.replace("427.00", "427,00"))).contains("Line 4");
    assertThat(refusal(FILE.lines().findFirst().orElseThrow() + "\n")).contains("holds no report");
  }

  @Test
  void neverFailsOnDamage() {
    Damage.survive(
        FILE.getBytes(StandardCharsets.UTF_8),
        53,
        TillReportCsvReader::read,
        reports -> reports.forEach(r -> assertThat(r.changeMinor()).isNotNegative()));
  }
}
