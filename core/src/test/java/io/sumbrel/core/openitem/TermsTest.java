package io.sumbrel.core.openitem;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import io.sumbrel.core.refusal.Refusal;
import java.math.BigDecimal;
import java.math.MathContext;
import java.time.LocalDate;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class TermsTest {
  /** The textbook example of cash discount, common practice. */
  @Test
  void readsTwoTenNetThirty() {
    Terms terms = Terms.parse("2/10 Net 30");
    LocalDate invoice = LocalDate.of(2026, 2, 20);
    assertThat(terms.lastDiscountDay(invoice)).isEqualTo(LocalDate.of(2026, 3, 2));
    assertThat(terms.dueDate(invoice)).isEqualTo(LocalDate.of(2026, 3, 22));
    assertThat(terms.discountMinor(130_000)).isEqualTo(2_600);
    assertThat(terms.words()).isEqualTo("2/10 net 30");
  }

  /** Textbooks: forgoing 2/10 net 30 costs 2/98 × 365/20 = 37.24 % a year; from memory. */
  @Test
  void agreesWithTheTextbookCostOfForgoingIt() {
    Terms terms = Terms.parse("2/10 net 30");
    BigDecimal cost =
        BigDecimal.valueOf(terms.discountMinor(10_000))
            .divide(BigDecimal.valueOf(10_000 - terms.discountMinor(10_000)), MathContext.DECIMAL64)
            .multiply(BigDecimal.valueOf(36_500))
            .divide(
                BigDecimal.valueOf(terms.netDays() - terms.discountDays()), MathContext.DECIMAL64);
    assertThat(cost.doubleValue()).isBetween(37.235, 37.245);
  }

  @Test
  void readsPartsOfAPerCent() {
    assertThat(Terms.parse("1.5/14 net 45").discountBasisPoints()).isEqualTo(150);
    assertThat(Terms.parse("1.5/14 net 45").words()).isEqualTo("1.50/14 net 45");
    assertThat(Terms.parse("net 30").grantsDiscount()).isFalse();
  }

  @ParameterizedTest
  @ValueSource(strings = {"", "30 days", "2/40 net 30", "2 10 net 30", "-2/10 net 30"})
  void refusesWhatItDoesNotKnow(String text) {
    assertThatThrownBy(() -> Terms.parse(text)).isInstanceOf(Refusal.class);
  }
}
