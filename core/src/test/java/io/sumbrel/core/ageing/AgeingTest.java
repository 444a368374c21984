package io.sumbrel.core.ageing;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.core.ageing.Ageing.Band;
import io.sumbrel.core.openitem.ItemId;
import io.sumbrel.core.openitem.ItemKind;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.party.CustomerId;
import java.time.LocalDate;
import java.util.Currency;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** The bands of an ageing list, common practice. */
class AgeingTest {
  private static final LocalDate TODAY = LocalDate.of(2026, 11, 17);

  private static OpenItem item(Optional<LocalDate> due, long open) {
    return new OpenItem(
        new ItemId(1),
        open > 0 ? ItemKind.INVOICE : ItemKind.CREDIT_NOTE,
        Optional.of(new CustomerId(1)),
        "T-1",
        LocalDate.of(2026, 11, 2),
        due,
        Currency.getInstance("USD"),
        open,
        open,
        Optional.empty(),
        Optional.empty(),
        Optional.empty());
  }

  @ParameterizedTest
  @CsvSource({
    "2026-11-18, NOT_DUE",
    "2026-11-17, NOT_DUE",
    "2026-11-16, TO_30",
    "2026-10-18, TO_30",
    "2026-10-17, TO_60",
    "2026-09-18, TO_60",
    "2026-09-17, TO_90",
    "2026-08-19, TO_90",
    "2026-08-18, TO_120",
    "2026-07-20, TO_120",
    "2026-07-19, OVER_120",
    "2021-07-19, OVER_120"
  })
  void fallsIntoTheBandOfItsDaysPastDue(LocalDate due, Band band) {
    assertThat(Ageing.of(List.of(item(Optional.of(due), 500)), TODAY).minors())
        .isEqualTo(Map.of(band, 500L));
  }

  @Test
  void addsUpByBandLeavesCreditsOutAndTakesTheDateWhereNoneIsDue() {
    Ageing ageing =
        Ageing.of(
            List.of(
                item(Optional.of(TODAY), 500),
                item(Optional.of(TODAY.minusDays(1)), 200),
                item(Optional.empty(), 50),
                item(Optional.of(TODAY.minusDays(40)), -900)),
            TODAY);
    assertThat(ageing.minors()).isEqualTo(Map.of(Band.NOT_DUE, 500L, Band.TO_30, 250L));
    assertThat(ageing.lateMinor()).isEqualTo(250);
  }
}
