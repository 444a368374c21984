package io.sumbrel.core.usual;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.core.bank.Method;
import io.sumbrel.core.chart.Chart;
import io.sumbrel.core.evidence.Evidence;
import io.sumbrel.core.evidence.TextSpan;
import io.sumbrel.core.ledger.AccountCode;
import io.sumbrel.core.ledger.LedgerAccount;
import io.sumbrel.core.ledger.StandardAccount;
import io.sumbrel.core.matching.Certainty;
import io.sumbrel.core.receipt.BankLine;
import io.sumbrel.core.receipt.MoneyIn;
import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.core.tape.TapeLine;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Currency;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class UsualAccountsTest {
  private static final LocalDate DAY = LocalDate.of(2026, 11, 16);
  private static final Currency USD = Currency.getInstance("USD");
  private static final StandardAccount RENT = StandardAccount.OTHER_EXPENSE;

  private static MoneyIn entry(long minor, String text) {
    return new MoneyIn(
        new MoneyInId(1), USD, minor, DAY, Optional.empty(), Optional.empty(), text, List.of());
  }

  private static UsualAccounts.Placed placed(String text, StandardAccount account, int day) {
    return new UsualAccounts.Placed(
        false, text, account.code(), Optional.empty(), DAY.withDayOfMonth(day));
  }

  private static List<String> words(UsualAccounts usual, MoneyIn money) {
    return usual.waysFor(money, Chart.STANDARD).stream()
        .map(w -> w.words() + ", " + w.certainty().words())
        .toList();
  }

  /** Words of statements, from memory of what banks of several countries write. */
  @ParameterizedTest
  @CsvSource({
    "MONTHLY ACCOUNT FEE, 6100, FEE",
    "ENTGELT NOVEMBER, 6100, ENTGELT",
    "KONTOAUSZUGSENTGELT, 6100, KONTOAUSZUGSENTGELT",
    "Kontoführungsgebühr Q4, 6100, Kontoführungsgebühr",
    "FRAIS DE TENUE DE COMPTE, 6100, FRAIS",
    "COMISIÓN MANTENIMIENTO, 6100, COMISIÓN",
    "COMMISSIONI BONIFICO, 6100, COMMISSIONI",
    "WIRE CHARGES 0912, 6100, CHARGES",
    "INTEREST ON OVERDRAFT CHARGES, 6900, INTEREST",
    "SOLLZINSEN, 6900, SOLLZINSEN"
  })
  void aWordOfTheTextSaysWhatItIs(String text, String account, String word) {
    AccountWay way = UsualAccounts.NONE.waysFor(entry(-1_840, text), Chart.STANDARD).get(0);
    assertThat(way.account().code().code()).isEqualTo(account);
    assertThat(way.certainty()).isEqualTo(Certainty.THIN);
    TextSpan span = way.evidence().get(0).source().orElseThrow();
    assertThat(text.substring(span.start(), span.end())).isEqualTo(word);
    assertThat(way.evidence().get(0).words()).isEqualTo("the text says “" + word + "”");
  }

  @ParameterizedTest
  @ValueSource(strings = {"COFFEE HOUSE", "FEEDSTORE 12", "INTERESTED PARTY", "CHARGER SHOP"})
  void aWordWithinAnotherSaysNothing(String text) {
    assertThat(UsualAccounts.NONE.waysFor(entry(-1_840, text), Chart.STANDARD)).isEmpty();
  }

  @Test
  void theCodeOfTheBankSaysMoreThanAWord() {
    MoneyIn interest = entry(412, "QUARTER 3").on(new BankLine(1, Method.INTEREST, "R"));
    assertThat(words(UsualAccounts.NONE, interest))
        .containsExactly("to 4850 Interest received, likely");
    assertThat(UsualAccounts.NONE.waysFor(interest, Chart.STANDARD).get(0).evidence())
        .containsExactly(new Evidence.EntrySays("interest", true, Optional.empty()));
  }

  @Test
  void whatReadsAlikeGoesWhereItWent() {
    UsualAccounts once =
        UsualAccounts.NONE.after(List.of(placed("CITY ESTATES RENT 10/26", RENT, 1)), List.of());
    MoneyIn rent = entry(-90_000, "City Estates rent 11/26");
    assertThat(words(once, rent)).containsExactly("to 6900 Other expense, thin");
    UsualAccounts twice =
        once.after(List.of(placed("CITY ESTATES RENT 11/26", RENT, 2)), List.of());
    assertThat(words(twice, rent)).containsExactly("to 6900 Other expense, likely");
    assertThat(twice.waysFor(rent, Chart.STANDARD).get(0).evidence().get(0).words())
        .isEqualTo("what reads so went there 2 times before, last on 2026-11-02");
    assertThat(words(once, rent)).as("as it was").containsExactly("to 6900 Other expense, thin");
    assertThat(words(twice, entry(90_000, "City Estates rent 11/26")))
        .as("the other way")
        .isEmpty();
  }

  @Test
  void whatWasTurnedBackTeachesNothing() {
    UsualAccounts.Placed wrong = placed("CITY ESTATES RENT", StandardAccount.ROUNDING, 1);
    UsualAccounts usual =
        UsualAccounts.NONE
            .after(List.of(wrong, placed("CITY ESTATES RENT", RENT, 2)), List.of())
            .after(List.of(), List.of(wrong));
    assertThat(words(usual, entry(-90_000, "CITY ESTATES RENT")))
        .containsExactly("to 6900 Other expense, thin");
    assertThat(
            words(
                usual.after(List.of(), List.of(placed("CITY ESTATES RENT", RENT, 2))),
                entry(-90_000, "CITY ESTATES RENT")))
        .isEmpty();
  }

  @Test
  void whatWentHereAndThereIsOnlyThin() {
    List<UsualAccounts.Placed> all = new ArrayList<>();
    for (int day = 1; day <= 4; day++) {
      all.add(placed("CITY ESTATES", day == 3 ? StandardAccount.ROUNDING : RENT, day));
    }
    assertThat(words(UsualAccounts.NONE.after(all, List.of()), entry(-1, "CITY ESTATES")))
        .containsExactly("to 6900 Other expense, thin", "to 6210 Rounding, thin");
  }

  @Test
  void whatAgreesWithTheWordIsLikelyAtOnce() {
    UsualAccounts usual =
        UsualAccounts.NONE.after(
            List.of(placed("ACCOUNT FEE 10", StandardAccount.BANK_CHARGES, 1)), List.of());
    assertThat(words(usual, entry(-1_840, "ACCOUNT FEE 11")))
        .containsExactly("to 6100 Bank charges, likely");
    UsualAccounts otherwise =
        UsualAccounts.NONE.after(List.of(placed("CARD FEE", RENT, 1)), List.of());
    assertThat(words(otherwise, entry(-1_840, "CARD FEE")))
        .containsExactly("to 6900 Other expense, thin", "to 6100 Bank charges, thin");
  }

  @Test
  void theCommonestOfTheHouseStandWhereNothingElseSpeaks() {
    UsualAccounts usual =
        UsualAccounts.NONE.after(
            List.of(
                placed("A RENT", RENT, 1),
                placed("B FEE", StandardAccount.BANK_CHARGES, 2),
                placed("C FEE", StandardAccount.BANK_CHARGES, 3)),
            List.of());
    assertThat(words(usual, entry(-77, "SOMETHING NEW")))
        .containsExactly("to 6100 Bank charges, nothing yet", "to 6900 Other expense, nothing yet");
  }

  @Test
  void anAccountThatIsClosedToClerksIsNotProposed() {
    List<LedgerAccount> accounts =
        Chart.STANDARD.accounts().stream()
            .map(
                a ->
                    a.code().equals(RENT.code())
                        ? new LedgerAccount(a.code(), a.number(), a.name(), a.use(), true)
                        : a)
            .toList();
    Chart chart =
        new Chart(
            accounts,
            Chart.STANDARD.reasons(),
            Chart.STANDARD.taxCodes(),
            Chart.STANDARD.methods());
    UsualAccounts usual =
        UsualAccounts.NONE.after(List.of(placed("CITY ESTATES", RENT, 1)), List.of());
    assertThat(usual.waysFor(entry(-1, "CITY ESTATES"), chart)).isEmpty();
  }

  @Test
  void theTaxCodeGoesWithTheAccount() {
    String code = Chart.STANDARD.taxCodes().get(0).code();
    AccountCode account = StandardAccount.OTHER_EXPENSE.code();
    UsualAccounts usual =
        UsualAccounts.NONE.after(
            List.of(new UsualAccounts.Placed(false, "STATIONER", account, Optional.of(code), DAY)),
            List.of());
    MoneyIn money = entry(-11_900, "STATIONER 4711");
    TapeLine line = usual.waysFor(money, Chart.STANDARD).get(0).line(money, Chart.STANDARD);
    assertThat(line.amountMinor()).isEqualTo(11_900);
    assertThat(line.tax()).contains(Chart.STANDARD.taxIn(code, 11_900, DAY));
  }
}
