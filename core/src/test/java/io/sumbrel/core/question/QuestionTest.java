package io.sumbrel.core.question;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import io.sumbrel.core.receipt.MoneyIn;
import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.core.refusal.Refusal;
import java.time.LocalDate;
import java.util.Currency;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;

class QuestionTest {
  private static final LocalDate DAY = LocalDate.of(2026, 11, 16);

  private static MoneyIn sum(long minor) {
    return new MoneyIn(
        new MoneyInId(1),
        Currency.getInstance("USD"),
        minor,
        DAY,
        Optional.of("HERON BAY"),
        Optional.empty(),
        "HERON BAY\n MARKET STALL",
        List.of());
  }

  private static Question asked(String words, LocalDate nextLook) {
    return new Question(
        new MoneyInId(1), Question.Whom.CUSTOMER, " Ms Heron ", words, DAY, nextLook);
  }

  @Test
  void comesBackOnItsDay() {
    Question question = asked("Which?", DAY.plusDays(5));
    assertThat(question.isDue(DAY.plusDays(4))).isFalse();
    assertThat(question.isDue(DAY.plusDays(5))).isTrue();
    assertThat(question.whomWords()).isEqualTo("Ms Heron");
  }

  @Test
  void isRefusedWithoutWordsOrADayToLookAgain() {
    assertThatThrownBy(() -> asked(" ", DAY.plusDays(1))).isInstanceOf(Refusal.class);
    assertThatThrownBy(() -> asked("x".repeat(2_001), DAY.plusDays(1))).isInstanceOf(Refusal.class);
    assertThatThrownBy(() -> asked("Which?", DAY))
        .hasMessage("The next look is after 2026-11-16 and within a year; it is 2026-11-16.");
    assertThatThrownBy(() -> asked("Which?", DAY.plusDays(367))).isInstanceOf(Refusal.class);
  }

  @Test
  void beginsWithATextForWhoeverIsAsked() {
    assertThat(Question.draft(Question.Whom.CUSTOMER, sum(43_000), "HERON BAY", "Kiln Ltd"))
        .isEqualTo(
            """
            On 16 November 2026 we received USD 430.00 from you, with the text “HERON BAY / MARKET STALL”.
            Which invoices does it pay? If you took off anything, please tell us how much and why.
            Kiln Ltd""");
    assertThat(Question.draft(Question.Whom.BANK, sum(-43_000), "HERON BAY", "Kiln Ltd"))
        .contains("over USD 430.00, out,")
        .contains("who drew it");
    assertThat(Question.draft(Question.Whom.COLLEAGUE, sum(43_000), "HERON BAY", "Kiln Ltd"))
        .startsWith("USD 430.00 of HERON BAY, 16 November 2026, came in:");
  }
}
