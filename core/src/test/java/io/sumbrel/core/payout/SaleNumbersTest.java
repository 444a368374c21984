package io.sumbrel.core.payout;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.core.deposit.MemberKind;
import java.util.List;
import org.junit.jupiter.api.Test;

/** A refund belongs to the sale of its number, else to the only one of its order. */
class SaleNumbersTest {
  private static SaleNumbers.Row row(MemberKind kind, int place, String number, String order) {
    return new SaleNumbers.Row(kind, place, number, order);
  }

  @Test
  void theNumberGoesBeforeTheOrderAndAnOrderOfTwoSalesNamesNone() {
    List<String> named =
        SaleNumbers.of(
            List.of(
                row(MemberKind.SALE, 1, "ch-1", "W-1"),
                row(MemberKind.SALE, 2, "", "W-2"),
                row(MemberKind.SALE, 3, "ch-3", "W-3"),
                row(MemberKind.SALE, 4, "ch-4", "W-3"),
                row(MemberKind.REFUND, 5, "re-1", "W-1"),
                row(MemberKind.RETURNED_FEE, 5, "re-1", "W-1"),
                row(MemberKind.REFUND, 6, "re-2", "W-2"),
                row(MemberKind.CHARGEBACK, 7, "re-3", "W-3"),
                row(MemberKind.REFUND, 8, "ch-4", "W-1"),
                row(MemberKind.REFUND, 9, "re-9", "W-9"),
                row(MemberKind.FEE, 10, "", "")),
            List.of(new SaleNumbers.Sale("ch-9", "W-9")));
    assertThat(named)
        .containsExactly(
            "ch-1", "W-2", "ch-3", "ch-4", "ch-1", "ch-1", "W-2", "re-3", "ch-4", "ch-9", "");
  }
}
