package io.sumbrel.core.ledger;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.core.money.Money;
import io.sumbrel.core.party.CustomerId;
import java.util.Currency;
import java.util.List;
import org.junit.jupiter.api.Test;

class JournalLineTest {
  private static JournalLine line(String account, int customer, String currency, long minor) {
    return JournalLine.debit(
            new AccountCode(account), Money.ofMinor(Currency.getInstance(currency), minor))
        .of(new CustomerId(customer));
  }

  @Test
  void linesOfOneAccountCustomerAndCurrencyAreSummed() {
    assertThat(
            JournalLine.summed(
                List.of(
                    line("1100", 1, "USD", 700),
                    line("1100", 2, "USD", 40),
                    line("1100", 1, "EUR", 5),
                    line("1200", 1, "USD", 9),
                    line("1100", 2, "USD", -40),
                    line("1100", 1, "USD", -100))))
        .containsExactly(
            line("1100", 1, "USD", 600), line("1100", 1, "EUR", 5), line("1200", 1, "USD", 9));
  }
}
