package io.sumbrel.core.chart;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import io.sumbrel.core.deposit.PaymentMethod;
import io.sumbrel.core.difference.DifferenceReason;
import io.sumbrel.core.ledger.AccountCode;
import io.sumbrel.core.ledger.AccountUse;
import io.sumbrel.core.ledger.LedgerAccount;
import io.sumbrel.core.ledger.StandardAccount;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.core.tax.TaxCode;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.assertj.core.api.ThrowableAssert.ThrowingCallable;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ChartTest {
  /**
   * The German standard rate, lowered for half a year: 19 %, 16 % from 1 July 2020, 19 % again from
   * 1 January 2021 (section 28 (1) UStG as of July 2020; from memory).
   */
  private static final TaxCode STANDARD_RATE =
      new TaxCode(
          "STANDARD",
          "standard rate",
          StandardAccount.SALES_TAX.code(),
          new TreeMap<>(
              Map.of(
                  LocalDate.of(2007, 1, 1), 1_900,
                  LocalDate.of(2020, 7, 1), 1_600,
                  LocalDate.of(2021, 1, 1), 1_900)));

  private static void refused(String code, ThrowingCallable act) {
    assertThatThrownBy(act)
        .isInstanceOfSatisfying(Refusal.class, r -> assertThat(r.code()).isEqualTo(code));
  }

  @ParameterizedTest
  @CsvSource({
    "2020-06-30, 11900, 1900",
    "2020-07-01, 11600, 1600",
    "2020-12-31, 11600, 1600",
    "2021-01-01, 11900, 1900",
    "2021-01-01, 1, 0",
    "2021-01-01, 3, 0",
    "2021-01-01, 4, 1"
  })
  void taxInAnAmountIsThatOfTheRateOfTheDay(LocalDate date, long gross, long tax) {
    assertThat(STANDARD_RATE.partOf(gross, date).minor()).isEqualTo(tax);
  }

  @Test
  void noRateHoldsBeforeTheFirst() {
    refused("tax-code", () -> STANDARD_RATE.partOf(100, LocalDate.of(2006, 12, 31)));
  }

  @Test
  void ofTheStandardChartTheFreeAccountsAreForMoneyAndTheOthersForThePostingTable() {
    Chart chart = Chart.STANDARD;
    assertThat(chart.free(StandardAccount.SALES.code()).name()).isEqualTo("Sales");
    for (StandardAccount control :
        List.of(
            StandardAccount.TRANSFERS_IN_TRANSIT,
            StandardAccount.PROCESSOR_RESERVE,
            StandardAccount.CURRENCY_CLEARING)) {
      refused("account", () -> chart.free(control.code()));
    }
    assertThat(chart.accounts().stream().map(LedgerAccount::number)).doesNotHaveDuplicates();
    for (PaymentMethod method : chart.methods()) {
      assertThat(chart.account(method.holding()).orElseThrow().use()).isEqualTo(AccountUse.CONTROL);
    }
    for (DifferenceReason reason : chart.reasons()) {
      assertThat(chart.account(reason.account()).orElseThrow().isFree())
          .as(reason.code())
          .isEqualTo(!reason.equals(DifferenceReason.EXCHANGE));
    }
  }

  /** The code stays when the house gives an account its own number and name, or retires it. */
  @Test
  void anAccountGoesByTheNumberOfTheHouseAndTakesNothingWhenItIsRetired() {
    AccountCode code = StandardAccount.OTHER_INCOME.code();
    LedgerAccount own = new LedgerAccount(code, "8.400", "Erlöse", AccountUse.FREE, false);
    LedgerAccount retired = new LedgerAccount(code, "8.400", "Erlöse", AccountUse.FREE, true);
    assertThat(chart(own).free(code)).isEqualTo(own);
    assertThatThrownBy(() -> chart(retired).free(code)).hasMessage("Account 8.400 is retired.");
  }

  private static Chart chart(LedgerAccount account) {
    return new Chart(List.of(account), List.of(), List.of(), List.of());
  }

  @Test
  void namesNothingThatTheHouseHasNot() {
    refused("account", () -> Chart.STANDARD.free(new AccountCode("7777")));
    refused("reason", () -> Chart.STANDARD.reason("LUCK"));
    refused("tax-code", () -> Chart.STANDARD.taxIn("LUCK", 1, LocalDate.of(2026, 1, 1)));
    refused("method", () -> Chart.STANDARD.method("SHELLS"));
  }
}
