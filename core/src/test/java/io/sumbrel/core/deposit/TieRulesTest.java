package io.sumbrel.core.deposit;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import io.sumbrel.core.bank.Method;
import io.sumbrel.core.difference.Authority;
import io.sumbrel.core.difference.DifferenceLimits;
import io.sumbrel.core.ledger.AccountCode;
import io.sumbrel.core.ledger.JournalLine;
import io.sumbrel.core.ledger.StandardAccount;
import io.sumbrel.core.money.Money;
import io.sumbrel.core.openitem.ItemId;
import io.sumbrel.core.openitem.ItemKind;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.party.CustomerId;
import io.sumbrel.core.posting.ItemMovement;
import io.sumbrel.core.posting.Tied;
import io.sumbrel.core.receipt.BankLine;
import io.sumbrel.core.receipt.MoneyIn;
import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.core.receipt.OppositeSums;
import java.time.LocalDate;
import java.util.Currency;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Test;

/** What may be tied to what, and what a tie does to the ledger. */
class TieRulesTest {
  private static final Currency USD = Currency.getInstance("USD");
  private static final AccountCode BANK = new AccountCode("1010");
  private static final LocalDate DAY = LocalDate.of(2026, 11, 16);

  private static MoneyIn money(long id, long minor) {
    return new MoneyIn(
        new MoneyInId(id),
        USD,
        minor,
        DAY.plusDays(id),
        Optional.empty(),
        Optional.empty(),
        "",
        List.of());
  }

  private static Tie.Shown entry(long id, long account, long minor) {
    return new Tie.Shown(
        money(id, minor).on(new BankLine(account, Method.DEPOSIT, "R" + id)), BANK);
  }

  private static Recorded slip(long id, Currency currency, long minor) {
    return new Recorded(
        new RecordedId(id),
        DepositKind.SLIP,
        DepositKind.SLIP.clearing().code(),
        currency,
        Optional.of(1L),
        "S-" + id,
        DAY,
        minor,
        "deposit slip S-" + id,
        Set.of());
  }

  private static Tie tie(List<Tie.Shown> shown, List<Recorded> recorded, TieReason... reason) {
    return Tie.of(shown, recorded, List.of(reason).stream().findFirst(), Optional.empty());
  }

  /** A clerk's own 40.00 for a charge, 160.00 in a month: our own choice, as the houses start. */
  @Test
  void aLimitHoldsForOneTieAndForAMonth() {
    Tie tie = tie(List.of(entry(1, 1, 6_500)), List.of(slip(7, USD, 9_900)), TieReason.BANK_CHARGE);
    tie.requireWithin(DifferenceLimits.DEFAULTS, Authority.CLERK, 12_600);
    assertThatThrownBy(() -> tie.requireWithin(DifferenceLimits.DEFAULTS, Authority.CLERK, 12_601))
        .hasMessage(
            "160.01, bank charge kept on this account this month: more than the limit of 160.00.");
    tie.requireWithin(DifferenceLimits.DEFAULTS, Authority.SUPERVISOR, 12_601);
    Tie more =
        tie(List.of(entry(1, 1, 5_899)), List.of(slip(7, USD, 9_900)), TieReason.BANK_CHARGE);
    assertThatThrownBy(() -> more.requireWithin(DifferenceLimits.DEFAULTS, Authority.CLERK, 0))
        .hasMessage("40.01, bank charge kept: more than the limit of 40.00.");
  }

  private static Tie misread(long shown, long openMinor, long paidMinor) {
    OpenItem invoice =
        new OpenItem(
            new ItemId(3),
            ItemKind.INVOICE,
            Optional.of(new CustomerId(8)),
            "W-3",
            DAY,
            Optional.empty(),
            USD,
            40_000,
            openMinor,
            Optional.empty(),
            Optional.empty(),
            Optional.empty());
    return Tie.of(
        List.of(entry(1, 1, shown)),
        List.of(slip(7, USD, 50_000)),
        Optional.of(TieReason.READ_WRONGLY),
        Optional.of(new Tie.Paid(invoice, paidMinor)));
  }

  /** A cheque of 130.00 was recorded as 310.00 on a slip of 500.00: 180.00 are owed again. */
  @Test
  void whatAWronglyReadChequePaidTooMuchIsOwedAgain() {
    Tied tied = Tied.of(misread(32_000, 9_000, 31_000), DAY);
    assertThat(tied.entry().lines())
        .containsExactly(
            JournalLine.debit(BANK, Money.ofMinor(USD, 32_000)),
            JournalLine.credit(DepositKind.SLIP.clearing().code(), Money.ofMinor(USD, 50_000)),
            JournalLine.debit(StandardAccount.RECEIVABLES.code(), Money.ofMinor(USD, 18_000))
                .of(new CustomerId(8)));
    assertThat(tied.movements())
        .containsExactly(new ItemMovement(new ItemId(3), ItemMovement.Kind.CORRECTED, 0, 18_000));
    // read too low by 90.00, and as much is still open
    assertThat(Tied.of(misread(59_000, 9_000, 31_000), DAY).movements().get(0).openDelta())
        .isEqualTo(-9_000);
    assertThatThrownBy(() -> misread(59_001, 9_000, 31_000))
        .hasMessage(
            "90.00 is open of W-3, and 90.01 more came; turn the cheque's posting back instead.");
    assertThatThrownBy(() -> misread(18_999, 9_000, 31_000))
        .hasMessage(
            "The cheque paid 310.00 of W-3, and 310.01 less came; turn its posting back instead.");
    assertThatThrownBy(
            () ->
                tie(List.of(entry(1, 1, 100)), List.of(slip(7, USD, 101)), TieReason.READ_WRONGLY))
        .hasMessage("Say which item the wrongly read cheque paid.");
  }

  @Test
  void aPairIsTwoEntriesOfOneAccountThatComeToNothing() {
    Tie pair = tie(List.of(entry(1, 1, -5_000), entry(2, 1, 5_000)), List.of());
    assertThat(pair.isPair()).isTrue();
    Tied tied = Tied.of(pair, DAY.plusDays(2));
    assertThat(tied.entry().lines()).isEmpty();
    assertThat(tied.claims().money()).hasSize(2);
    assertThatThrownBy(() -> tie(List.of(entry(1, 1, -5_000), entry(2, 1, 4_999)), List.of()))
        .hasMessage(
            "Entries by which the bank corrects itself come to nothing; these come to −0.01.");
    assertThatThrownBy(() -> tie(List.of(entry(1, 1, -5_000), entry(2, 2, 5_000)), List.of()))
        .hasMessageContaining("stand on one account");
    assertThatThrownBy(() -> tie(List.of(entry(1, 1, 5_000)), List.of()))
        .hasMessageContaining("A tie needs");
  }

  @Test
  void theNearestEntryOfTheSameAccountMayBeTheOtherOfAPair() {
    MoneyIn wrong = entry(1, 1, -5_000).money();
    MoneyIn right = entry(3, 1, 5_000).money();
    MoneyIn later = entry(5, 1, 5_000).money();
    MoneyIn tooLate = entry(12, 1, 5_000).money();
    MoneyIn elsewhere = entry(2, 2, 5_000).money();
    Pairs pairs = new Pairs(new OppositeSums(List.of(wrong, later, right, tooLate, elsewhere)));
    assertThat(pairs.othersOf(wrong)).containsExactly(right, later);
    assertThat(pairs.othersOf(right)).containsExactly(wrong);
    assertThat(pairs.othersOf(elsewhere)).isEmpty();
  }

  /** Two slips that the bank credits in three sums, one dollar more: it counted better than we. */
  @Test
  void severalEntriesAreTiedToSeveralSlips() {
    List<Tie.Shown> shown = List.of(entry(1, 1, 5_000), entry(2, 1, 4_000), entry(3, 1, 1_100));
    List<Recorded> slips = List.of(slip(7, USD, 6_000), slip(8, USD, 4_000));
    Tie tie = tie(shown, slips, TieReason.COUNTED_OTHERWISE);
    assertThat(tie.differenceMinor()).isEqualTo(100);
    assertThat(Tie.lastDay(shown, slips)).isEqualTo(DAY.plusDays(3));
    Tied tied = Tied.of(tie, DAY.plusDays(3));
    assertThat(tied.entry().effectOn(BANK, USD)).isEqualTo(10_100);
    assertThat(on(tied, StandardAccount.DEPOSITS_IN_TRANSIT)).isEqualTo(-10_000);
    assertThat(on(tied, StandardAccount.DEPOSIT_DIFFERENCES)).isEqualTo(-100);
    assertThat(tied.claims().money()).hasSize(3);
    assertThat(tied.claims().recorded()).hasSize(2);
  }

  private static long on(Tied tied, StandardAccount account) {
    return tied.entry().effectOn(account.code(), USD);
  }

  @Test
  void aChargeKeptOnTheWayGoesToItsAccount() {
    Tie tie = tie(List.of(entry(1, 1, 9_200)), List.of(slip(7, USD, 9_900)), TieReason.BANK_CHARGE);
    Tied tied = Tied.of(tie, DAY);
    assertThat(on(tied, StandardAccount.BANK_CHARGES)).isEqualTo(700);
    assertThat(tied.entry().lines()).contains(line(BANK, 9_200));
  }

  private static JournalLine line(AccountCode account, long minor) {
    return JournalLine.debit(account, Money.ofMinor(USD, minor));
  }

  @Test
  void accountsAndCurrenciesAreKeptApart() {
    assertThatThrownBy(
            () -> tie(List.of(entry(1, 1, 50), entry(2, 2, 50)), List.of(slip(7, USD, 100))))
        .hasMessage("Entries that are tied together stand on one account.");
    assertThatThrownBy(() -> tie(List.of(entry(1, 2, 100)), List.of(slip(7, USD, 100))))
        .hasMessage("deposit slip S-7 goes into another account than the bank's entry.");
    Currency eur = Currency.getInstance("EUR");
    assertThatThrownBy(() -> tie(List.of(entry(1, 1, 100)), List.of(slip(7, eur, 100))))
        .hasMessage("deposit slip S-7 is in EUR, the bank's entry in USD.");
  }

  @Test
  void onlyWhatTheBankShowsIsTied() {
    Tie.Shown cheque = new Tie.Shown(money(1, 100), BANK);
    assertThatThrownBy(() -> tie(List.of(cheque), List.of(slip(7, USD, 100))))
        .hasMessageStartingWith("Only what a statement of the bank shows");
  }
}
