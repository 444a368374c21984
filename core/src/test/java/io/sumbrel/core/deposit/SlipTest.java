package io.sumbrel.core.deposit;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import io.sumbrel.core.difference.Authority;
import io.sumbrel.core.ledger.AccountCode;
import io.sumbrel.core.ledger.JournalLine;
import io.sumbrel.core.ledger.StandardAccount;
import io.sumbrel.core.posting.HandedIn;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.core.rules.HouseLimits;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Currency;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;

/**
 * Slips with figures added up by hand. That cheques are kept apart from the bank until they are
 * handed in, and that the bank shows a slip as one sum: common practice.
 */
class SlipTest {
  private static final Currency USD = Currency.getInstance("USD");
  private static final LocalDate DAY = LocalDate.of(2026, 11, 17);
  private static final AccountCode BANK = new AccountCode("1010");

  private final List<Slip.Kept> kept = new ArrayList<>();
  private final List<SlipLine> lines = new ArrayList<>();
  private CashCount cash = CashCount.NONE;
  private LocalDate handedIn = DAY;

  private SlipTest cheque(long minor, LocalDate from) {
    return receipt(MemberKind.CHEQUE, minor, from, USD);
  }

  private SlipTest receipt(MemberKind kind, long minor, LocalDate from, Currency currency) {
    kept.add(
        new Slip.Kept(
            new RecordedId(kept.size() + 1L),
            kind,
            kind.onHand().code(),
            currency,
            from,
            minor,
            "Cheque " + (kept.size() + 1)));
    return this;
  }

  private SlipTest line(SlipLine.Kind kind, StandardAccount account, long minor) {
    lines.add(new SlipLine(kind, account.code(), minor, "by hand"));
    return this;
  }

  private Slip slip(Long counted, boolean namesDifference) {
    return Slip.of(
        new Slip.Filled(
            new RecordedId(99),
            "0144",
            handedIn,
            BANK,
            USD,
            kept,
            lines,
            cash,
            Optional.ofNullable(counted)),
        namesDifference);
  }

  private static Map<String, Long> journal(Slip slip) {
    return HandedIn.of(slip, DAY).entry().lines().stream()
        .collect(Collectors.toMap(l -> l.account().code(), (JournalLine l) -> l.amount().minor()));
  }

  private void refused(String code, String sentence, Long counted, boolean named) {
    assertThatThrownBy(() -> slip(counted, named))
        .isInstanceOfSatisfying(Refusal.class, r -> assertThat(r.code()).isEqualTo(code))
        .hasMessageContaining(sentence);
  }

  /**
   * 412.40 + 88.15 in cheques, 190.60 in cash, 50.00 of petty cash along, 20.00 kept for change:
   * 500.55 + 190.60 + 50.00 - 20.00 = 721.15.
   */
  @Test
  void takesReceiptsCashAndWhatGoesAlong() {
    cheque(41_240, DAY).cheque(8_815, DAY).receipt(MemberKind.CASH, 19_060, DAY, USD);
    line(SlipLine.Kind.GOES_ALONG, StandardAccount.OTHER_INCOME, 5_000);
    line(SlipLine.Kind.KEPT_BACK, StandardAccount.PETTY_CASH, 2_000);
    Slip slip = slip(72_115L, false);
    assertThat(slip.netMinor()).isEqualTo(72_115);
    assertThat(journal(slip))
        .isEqualTo(
            Map.of(
                "1230", 72_115L, "1210", -50_055L, "1220", -19_060L, "4800", -5_000L, "1000",
                2_000L));
    assertThat(HandedIn.of(slip, DAY).claims().recorded()).hasSize(3);
  }

  @Test
  void namesWhatTheTillLacks() {
    cheque(41_240, DAY).receipt(MemberKind.CASH, 19_060, DAY, USD);
    refused("not-zero", "counted is 602.90: 0.10 too little", 60_290L, false);
    Slip slip = slip(60_290L, true);
    assertThat(slip.differenceMinor()).isEqualTo(-10);
    assertThat(journal(slip))
        .isEqualTo(Map.of("1230", 60_290L, "1210", -41_240L, "1220", -19_060L, "6230", 10L));
    assertThat(journal(slip(60_310L, true))).containsEntry("6230", -10L);
  }

  /** Two fifties, three twenties, a ten and six dimes: 100 + 60 + 10 + 0.60 = 170.60. */
  @Test
  void holdsCountedPiecesAgainstWhatIsTyped() {
    cash = CashCount.of(Map.of(5_000L, 2, 2_000L, 3, 1_000L, 1, 10L, 6), USD);
    assertThat(cash.minor()).isEqualTo(17_060);
    cheque(41_240, DAY).receipt(MemberKind.CASH, 17_060, DAY, USD);
    assertThat(slip(58_300L, false).netMinor()).isEqualTo(58_300);
    refused("cash-count", "together 583.00, and 582.00 is typed", 58_200L, true);
  }

  @Test
  void refusesPiecesThatAreNoneAndCountsBelowNothing() {
    assertThatThrownBy(() -> CashCount.of(Map.of(300L, 1), USD))
        .hasMessage("There is no piece of 3.00.");
    assertThatThrownBy(() -> CashCount.of(Map.of(500L, -1), USD))
        .hasMessageContaining("-1 pieces of 5.00");
  }

  @Test
  void refusesWhatCannotBeHandedIn() {
    refused("empty-slip", "nothing to hand in", 1L, true);
    cheque(500, DAY.plusDays(3));
    refused("post-dated", "dated 2026-11-20", 500L, false);
    handedIn = DAY.plusDays(3);
    assertThat(slip(500L, false).netMinor()).isEqualTo(500);
    refused("not-counted", "Type what is handed in", null, false);
    refused("not-zero", "no cash on this slip", 499L, true);
    receipt(MemberKind.CHEQUE, 900, DAY, Currency.getInstance("EUR"));
    refused("currency", "is in EUR, the slip in USD", 1_400L, false);
    kept.remove(1);
    receipt(MemberKind.CARD, 900, DAY, USD);
    refused("no-slip", "by itself", 1_400L, false);
    kept.set(1, kept.get(0));
    refused("twice", "twice", 1_000L, false);
  }

  @Test
  void keepsTheTillWithinTheLimitsOfWhoCounts() {
    receipt(MemberKind.CASH, 100_000, DAY, USD);
    var limits = HouseLimits.DEFAULTS.differences();
    slip(99_990L, true).requireWithin(limits, Authority.CLERK, 0);
    assertThatThrownBy(() -> slip(90_000L, true).requireWithin(limits, Authority.CLERK, 0))
        .hasMessageContaining("100.00 counted otherwise: more than the limit");
    assertThatThrownBy(() -> slip(99_990L, true).requireWithin(limits, Authority.CLERK, 1_000_000))
        .hasMessageContaining("this month");
  }

  @Test
  void countsOnAsABookOfSlipsDoes() {
    assertThat(SlipNumber.after("S-145")).isEqualTo("S-146");
    assertThat(SlipNumber.after("0099")).isEqualTo("0100");
    assertThat(SlipNumber.after("99")).isEqualTo("100");
    assertThat(SlipNumber.after("March")).isEqualTo("March1");
  }

  /** What a wallet holds is one of the pieces; the pieces reach every amount. */
  @Test
  void knowsPiecesThatReachEveryAmount() {
    for (String code : Arrays.asList("USD", "EUR", "GBP")) {
      List<Long> pieces = io.sumbrel.core.money.Denominations.of(Currency.getInstance(code));
      assertThat(pieces).isSortedAccordingTo((a, b) -> Long.compare(b, a)).contains(1L);
    }
    assertThat(io.sumbrel.core.money.Denominations.of(Currency.getInstance("XAU"))).isEmpty();
  }
}
