package io.sumbrel.core.deposit;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import io.sumbrel.core.ledger.StandardAccount;
import io.sumbrel.core.remittance.RemittanceDetail;
import java.time.LocalDate;
import java.util.Currency;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;

class DepositTest {
  private static final LocalDate DAY = LocalDate.of(2026, 11, 16);
  private static final Currency USD = Currency.getInstance("USD");

  private static LockboxCheque cheque(int place, long minor, RemittanceDetail... details) {
    return new LockboxCheque(
        place, "001", minor, "011000015", "55120", "8841", "RILL COTTAGE", List.of(details));
  }

  @Test
  void aBatchIsOneSumWithItsChequesAsMembers() {
    LockboxBatch batch =
        new LockboxBatch("0040912", "003", DAY, List.of(cheque(4, 80_000), cheque(6, 2_250)));
    Deposit deposit = batch.toDeposit(USD);
    assertThat(deposit.netMinor()).isEqualTo(82_250);
    assertThat(deposit.reference()).isEqualTo("0040912-003");
    assertThat(deposit.kind().clearing()).isEqualTo(StandardAccount.LOCKBOX_CLEARING);
    assertThat(deposit.members().get(0).text()).isEqualTo("RILL COTTAGE\ncheque 8841");
  }

  @Test
  void aDepositWhoseMembersDoNotMakeItsNetSaysByHowMuch() {
    DepositMember sale =
        new DepositMember(
            3,
            MemberKind.SALE,
            DAY,
            12_000,
            "ch_1",
            Optional.empty(),
            Optional.empty(),
            List.of(),
            "");
    assertThatThrownBy(
            () -> new Deposit(DepositKind.PAYOUT, USD, "PO-1", DAY, 11_650, List.of(sale)))
        .hasMessage("payout PO-1 states 116.50, its 1 rows make 120.00; the difference is −3.50.");
  }

  @Test
  void aMemberSaysWhatItsDetailsLeaveUnsaid() {
    LockboxBatch batch =
        new LockboxBatch(
            "0040912",
            "003",
            DAY,
            List.of(
                cheque(
                    4,
                    80_000,
                    new RemittanceDetail("TCK-20418", 50_000),
                    new RemittanceDetail("20455", 31_000))));
    DepositMember member = batch.toDeposit(USD).members().get(0);
    assertThat(member.unstatedMinor()).isEqualTo(-1_000);
    assertThat(member.text()).endsWith("TCK-20418 20455");
  }
}
