package io.sumbrel.formats.payoutcsv;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import io.sumbrel.core.deposit.Deposit;
import io.sumbrel.core.deposit.DepositMember;
import io.sumbrel.core.deposit.MemberKind;
import io.sumbrel.formats.CellStyle.DateOrder;
import io.sumbrel.formats.CellStyle.DecimalMark;
import io.sumbrel.formats.Damage;
import io.sumbrel.formats.Issue;
import io.sumbrel.formats.Parsed;
import io.sumbrel.formats.payoutcsv.PayoutLayout.Holds;
import io.sumbrel.formats.payoutcsv.PayoutLayout.RowType;
import io.sumbrel.formats.payoutcsv.PayoutLayout.SignOfFees;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.Currency;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;

class PayoutReaderTest {
  private static final Currency USD = Currency.getInstance("USD");
  private static final Map<String, RowType> TYPES =
      Map.of(
          "Sale", RowType.SALE,
          "money back", RowType.REFUND,
          "disputed", RowType.CHARGEBACK,
          "held", RowType.RESERVE_HELD,
          "sent", RowType.TOTAL);
  private static final PayoutLayout TYPED =
      new PayoutLayout(
          ',',
          1,
          0,
          List.of(
              Holds.PAYOUT,
              Holds.DATE,
              Holds.TYPE,
              Holds.NUMBER,
              Holds.REFERENCE,
              Holds.GROSS,
              Holds.FEE,
              Holds.NET),
          DateOrder.YEAR_MONTH_DAY,
          DecimalMark.POINT,
          SignOfFees.AS_WRITTEN,
          TYPES);
  private static final String FILE =
      """
      payout,day,what,id,order,gross,fee,net
      PO-2207,2026-11-14,sale,ch-1,W-551,120.00,-3.91,116.09
      PO-2207,2026-11-14,SALE,ch-2,W-552,48.50,-1.84,46.66
      PO-2207,2026-11-15,money back,ch-3,W-540,-30.00,0.61,-29.39
      PO-2207,2026-11-15,held,,,-20.00,,-20.00
      PO-2207,2026-11-16,sent,,,,,-113.36
      PO-2208,2026-11-16,disputed,ch-0,W-498,-64.00,-15.00,-79.00
      """;

  private static Parsed<List<Deposit>> read(String text, PayoutLayout layout) {
    return PayoutReader.read(text.getBytes(StandardCharsets.UTF_8), layout, USD);
  }

  private static String refusal(String text) {
    Parsed<List<Deposit>> parsed = read(text, TYPED);
    assertThat(parsed.value()).isEmpty();
    return parsed.issues().stream().map(Issue::words).collect(Collectors.joining(" | "));
  }

  @Test
  void readsSalesFeesRefundsAndReservesOfEveryPayout() {
    List<Deposit> payouts = read(FILE, TYPED).orRefuse();
    assertThat(payouts).hasSize(2);
    Deposit first = payouts.get(0);
    assertThat(first.reference()).isEqualTo("PO-2207");
    assertThat(first.date()).isEqualTo(LocalDate.of(2026, 11, 16));
    assertThat(first.netMinor()).isEqualTo(11_336);
    assertThat(first.members())
        .extracting(DepositMember::kind)
        .containsExactly(
            MemberKind.SALE,
            MemberKind.FEE,
            MemberKind.SALE,
            MemberKind.FEE,
            MemberKind.REFUND,
            MemberKind.RETURNED_FEE,
            MemberKind.RESERVE);
    assertThat(first.members().get(0).details().get(0).number()).isEqualTo("W-551");
    assertThat(payouts.get(1).netMinor()).isEqualTo(-7_900);
  }

  @Test
  void readsColumnsOfTheirOwnWhereAboveZeroTakesOff() {
    PayoutLayout columns =
        new PayoutLayout(
            ';',
            2,
            1,
            List.of(
                Holds.PAYOUT,
                Holds.PAYOUT_DATE,
                Holds.PAYER,
                Holds.GROSS,
                Holds.FEE,
                Holds.REFUND,
                Holds.NET,
                Holds.CURRENCY),
            DateOrder.DAY_MONTH_YEAR,
            DecimalMark.COMMA,
            SignOfFees.ABOVE_ZERO_TAKES_OFF,
            Map.of());
    String text =
        """
        Cardmill
        p;d;n;g;f;r;t;c
        PO-9;16.11.2026;Ada Holm;1.200,00;34,91;;1.165,09;USD
        PO-9;16.11.2026;Ada Holm;;;80,00;-80,00;usd
        total;;;1.200,00;;;;
        """;
    Deposit payout = read(text, columns).orRefuse().get(0);
    assertThat(payout.netMinor()).isEqualTo(108_509);
    assertThat(payout.members().get(2).kind()).isEqualTo(MemberKind.REFUND);
    assertThat(read(text.replace("USD", "EUR"), columns).issues().get(0).words())
        .contains("Line 3: the row is in EUR, the account in USD");
  }

  @Test
  void aRowWhosePartsDoNotMakeItsNetIsNamed() {
    assertThat(refusal(FILE.replace("116.09", "116.90")))
        .contains(
            "Line 2: the row states 116.90 net, its parts make 116.09; the difference is 0.81.");
  }

  @Test
  void aPayoutWhoseRowsDoNotMakeItsTotalIsNamed() {
    assertThat(refusal(FILE.replace("-113.36", "-113.37")))
        .contains(
            "Line 6: payout PO-2207 states 113.37, its 7 rows make 113.36; the difference is 0.01.");
  }

  @Test
  void aWordWithoutAMeaningIsNotGuessed() {
    assertThat(refusal(FILE.replace("disputed", "lost")))
        .contains("Line 7: the layout does not say what “lost” is.");
  }

  @Test
  void rowsThatAreShortOrNameNoPayoutAreRefused() {
    assertThat(refusal(FILE.replace(",,,-20.00,,-20.00", ",,-20.00")))
        .contains("Line 5: the row has 5 columns, the header has 8.");
    assertThat(refusal(FILE.replace("PO-2208", ""))).contains("Line 7: the payout that the row");
    assertThat(refusal("payout,day,what\n")).contains("no payout");
  }

  @Test
  void aLayoutWithoutPayoutDateOrGrossIsRefused() {
    assertThatThrownBy(
            () ->
                new PayoutLayout(
                    ',',
                    1,
                    0,
                    List.of(Holds.PAYOUT, Holds.GROSS),
                    DateOrder.YEAR_MONTH_DAY,
                    DecimalMark.POINT,
                    SignOfFees.AS_WRITTEN,
                    Map.of()))
        .hasMessage("No column holds the date of the payout.");
  }

  @Test
  void survivesDamage() {
    Damage.survive(
        FILE.getBytes(StandardCharsets.UTF_8),
        43,
        file -> PayoutReader.read(file, TYPED, USD),
        payouts -> assertThat(payouts).isNotEmpty());
  }
}
