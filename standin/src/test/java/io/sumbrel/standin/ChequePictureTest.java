package io.sumbrel.standin;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.core.money.Money;
import io.sumbrel.standin.bank.SimulatedBank;
import io.sumbrel.standin.house.DemoHouse;
import java.io.ByteArrayInputStream;
import java.time.LocalDate;
import java.util.Currency;
import java.util.List;
import java.util.Optional;
import javax.xml.parsers.DocumentBuilderFactory;
import org.junit.jupiter.api.Test;
import org.w3c.dom.Document;

class ChequePictureTest {
  private static final Currency USD = Currency.getInstance("USD");
  private static final LocalDate DAY = LocalDate.of(2026, 11, 16);
  private static final SimulatedBank BANK =
      new SimulatedBank(new DemoHouse().invented(), List.of());

  private static Optional<byte[]> picture(String number, long minor, String payee) {
    return BANK.picture(number, Money.ofMinor(USD, minor), DAY, payee);
  }

  @Test
  void showsWhatStandsOnTheChequeAndTakesNamesForTextAlone() throws Exception {
    byte[] svg = picture("2207", 130_995, "<script>1</script> & Sons").orElseThrow();
    Document picture =
        DocumentBuilderFactory.newInstance()
            .newDocumentBuilder()
            .parse(new ByteArrayInputStream(svg));
    assertThat(picture.getDocumentElement().getTextContent())
        .contains("No. " + "2207", "USD 1,309.95", DAY.toString(), "<script>1</script> & Sons");
    assertThat(picture.getElementsByTagName("script").getLength()).isZero();
  }

  @Test
  void thereIsNoneOfAChequeThatTheBankDidNotOpen() {
    assertThat(picture("0", 130_995, "x")).isEmpty();
    assertThat(picture("2207", 130_995 + 1, "x")).isEmpty();
  }
}
