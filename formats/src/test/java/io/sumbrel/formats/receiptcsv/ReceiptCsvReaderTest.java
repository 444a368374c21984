package io.sumbrel.formats.receiptcsv;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.core.deposit.BroughtForward;
import io.sumbrel.core.deposit.DepositKind;
import io.sumbrel.formats.Damage;
import io.sumbrel.formats.FileKind;
import io.sumbrel.formats.Issue;
import io.sumbrel.formats.Parsed;
import java.nio.charset.StandardCharsets;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;

class ReceiptCsvReaderTest {
  private static final String FILE =
      """
      received,method,number,amount,currency,payer,invoices,account,slip,banked
      2026-11-13,cheque,4471,318.20,USD,Ash & Feldspar,TCK-20288,0048104417,S-118,2026-11-16
      2026-11-13,cash,,41.00,USD,,,0048104417,S-118,2026-11-16
      2026-11-12,transfer,T-77,905.00,USD,Rill Cottage,TCK-20301 TCK-20302,0048104417,,
      2026-11-16,cheque,0093,96.40,USD,Rill Cottage,,,,
      """;

  private static Parsed<BroughtForward> read(String text) {
    return ReceiptCsvReader.read(text.getBytes(StandardCharsets.UTF_8));
  }

  private static String refusal(String text) {
    assertThat(read(text).value()).isEmpty();
    return read(text).issues().stream().map(Issue::words).collect(Collectors.joining(" | "));
  }

  @Test
  void readsSlipsSingleReceiptsAndWhatIsOnHand() {
    BroughtForward forward = read(FILE).orRefuse();
    assertThat(forward.count()).isEqualTo(4);
    assertThat(forward.totalMinor()).isEqualTo(136_060);
    assertThat(forward.banked()).hasSize(2);
    assertThat(forward.banked().get(0).deposit().netMinor()).isEqualTo(35_920);
    assertThat(forward.banked().get(0).deposit().kind()).isEqualTo(DepositKind.SLIP);
    assertThat(forward.banked().get(1).deposit().kind()).isEqualTo(DepositKind.SINGLE);
    assertThat(forward.banked().get(1).deposit().reference()).isEqualTo("T-77");
    assertThat(forward.onHand().get(0).receipt().place()).isEqualTo(5);
    assertThat(FileKind.of(FILE.getBytes(StandardCharsets.UTF_8))).isEqualTo(FileKind.RECEIPTS_CSV);
  }

  @Test
  void rowsOfOneSlipMustAgree() {
    assertThat(refusal(FILE.replace("2026-11-16\n2026-11-12", "2026-11-17\n2026-11-12")))
        .contains("Line 3: slip S-118 has another account, currency or date above.");
  }

  @Test
  void saysWhatIsMissingOrWrongInARow() {
    assertThat(refusal(FILE.replace("cash", "coins")))
        .contains("Line 3: method: “coins” is no known method.");
    assertThat(refusal(FILE.replace("41.00", "-41.00"))).contains("a receipt is above zero");
    assertThat(refusal(FILE.replace("0048104417,S-118", ",S-118")))
        .contains("slip S-118 needs its account");
    assertThat(refusal("received,method,amount\n")).contains("“currency” is missing");
    assertThat(refusal(FILE.substring(0, FILE.indexOf('\n')))).contains("holds no receipt");
  }

  @Test
  void survivesDamage() {
    Damage.survive(
        FILE.getBytes(StandardCharsets.UTF_8),
        47,
        ReceiptCsvReader::read,
        forward -> assertThat(forward.totalMinor()).isGreaterThan(0));
  }
}
