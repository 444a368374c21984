package io.sumbrel.server.matching;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.core.receipt.PastPayment;
import java.time.LocalDate;
import java.util.Currency;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Test;

class DecidedTest {
  private static PastPayment payment(long minor) {
    return new PastPayment(
        0,
        LocalDate.of(2026, 11, 16),
        Optional.of("ALDER POTS"),
        Optional.empty(),
        Currency.getInstance("USD"),
        minor,
        "K-1",
        List.of(),
        0);
  }

  private static Map<Long, List<PastPayment>> of(long... postings) {
    Map<Long, List<PastPayment>> all = new HashMap<>();
    for (long posting : postings) {
      all.put(posting, List.of(payment(posting)));
    }
    return all;
  }

  @Test
  void tellsWhatComesAndWhatGoesOfThePostingsThatWereTouched() {
    Decided decided = new Decided();
    Decided.Change first = decided.toAll(of(1, 2, 3));
    assertThat(first.come()).hasSize(3);
    assertThat(decided.with(first)).containsExactlyInAnyOrder(payment(1), payment(2), payment(3));
    decided.apply(first);
    // the second is turned back, a fourth is posted; nobody touched the third
    Decided.Change next = decided.to(Set.of(2L, 4L, 1L), of(1, 4));
    assertThat(next.come()).containsExactly(payment(4));
    assertThat(next.gone()).containsExactly(payment(2));
    assertThat(decided.with(next)).containsExactlyInAnyOrder(payment(1), payment(3), payment(4));
    decided.apply(next);
    Decided.Change all = decided.toAll(of(3, 4));
    assertThat(all.come()).isEmpty();
    assertThat(all.gone()).containsExactly(payment(1));
  }

  /** A plan that was not made leaves what the next one is made from as it was. */
  @Test
  void whatIsNotAppliedIsToldAgain() {
    Decided decided = new Decided();
    decided.to(Set.of(7L), of(7));
    assertThat(decided.to(Set.of(7L), of(7)).come()).containsExactly(payment(7));
  }
}
