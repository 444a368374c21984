package io.sumbrel.formats.pastcsv;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.core.receipt.PastPayment;
import io.sumbrel.formats.Damage;
import io.sumbrel.formats.FileKind;
import io.sumbrel.formats.Issue;
import io.sumbrel.formats.Parsed;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;

class PastPaymentCsvReaderTest {
  private static final String FILE =
      """
      paid,payer,payer account,amount,currency,customer,invoices,discount
      2025-06-03,KESTREL LANE POTTERY,,1208.40,USD,K-1043,TCK-18211 TCK-18230,
      2025-06-09,CITY TREASURY,0110000150055,980.00,USD,K-1080,TCK-18244,20.00
      """;

  private static Parsed<List<PastPayment>> read(String text) {
    return PastPaymentCsvReader.read(text.getBytes(StandardCharsets.UTF_8));
  }

  @Test
  void readsWhoPaidWhatForWhom() {
    List<PastPayment> payments = read(FILE).orRefuse();
    assertThat(payments).hasSize(2);
    assertThat(payments.get(0).items()).containsExactly("TCK-18211", "TCK-18230");
    assertThat(payments.get(1).payerName()).contains("CITY TREASURY");
    assertThat(payments.get(1).customerNumber()).isEqualTo("K-1080");
    assertThat(payments.get(1).discountMinor()).isEqualTo(2_000);
    assertThat(FileKind.of(FILE.getBytes(StandardCharsets.UTF_8)))
        .isEqualTo(FileKind.PAST_PAYMENTS_CSV);
  }

  @Test
  void saysWhatIsMissingOrWrongInARow() {
    Parsed<List<PastPayment>> parsed =
        read(
            FILE.replace("1208.40", "-1208.40")
                .replace("K-1080", "")
                .replace("2025-06-09", "9.6."));
    assertThat(parsed.value()).isEmpty();
    assertThat(parsed.issues().stream().map(Issue::words).collect(Collectors.joining(" | ")))
        .contains("Line 2: a payment is above zero")
        .contains("Line 3: “customer” is missing")
        .contains("Line 3: paid: “9.6.” is not a date");
    assertThat(read("paid,payer,amount\n").issues()).hasSize(2);
  }

  @Test
  void survivesDamage() {
    Damage.survive(
        FILE.getBytes(StandardCharsets.UTF_8),
        53,
        PastPaymentCsvReader::read,
        payments -> assertThat(payments).allMatch(p -> p.amountMinor() > 0));
  }
}
