package io.sumbrel.server.receipt;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.core.bank.StatementEntry;
import io.sumbrel.core.receipt.MoneyIn;
import io.sumbrel.core.remittance.RemittanceDetail;
import java.time.LocalDate;
import java.util.Currency;
import org.junit.jupiter.api.Test;

/** What a file says of documents comes back from the row as it was, whatever stands in it. */
class MoneyInRowTest {
  private static StatementEntry.Builder entry() {
    return StatementEntry.at(3, LocalDate.of(2026, 11, 16), 500);
  }

  private static MoneyIn kept(StatementEntry.Builder entry) {
    MoneyInRow row = MoneyInRow.of(entry.build(), Currency.getInstance("USD"), Standing.COUNTS);
    row.id = 1L;
    return row.toFact();
  }

  @Test
  void keepsDetailsWithTheirAmounts() {
    RemittanceDetail invoice = new RemittanceDetail("T-1 A", 700);
    RemittanceDetail credit = new RemittanceDetail("C-2", -200);
    MoneyIn money = kept(entry().document("T-1 A").document("C-2").detail(invoice).detail(credit));
    assertThat(money.details()).containsExactly(invoice, credit);
    assertThat(money.references()).containsExactly("T-1 A", "C-2");
  }

  @Test
  void tabsAndLineEndsInANumberDivideNothing() {
    MoneyIn stated = kept(entry().document("T-1\tX").document("T-2\nT-3"));
    assertThat(stated.references()).containsExactly("T-1 X", "T-2 T-3");
    assertThat(stated.details()).isEmpty();
    MoneyIn split = kept(entry().document("T-1\t9").detail(new RemittanceDetail("T-1\t9\n8", 5)));
    assertThat(split.details()).containsExactly(new RemittanceDetail("T-1 9 8", 5));
  }

  @Test
  void detailsThatAreTooManyAreKeptAsReferencesOnly() {
    StatementEntry.Builder many = entry();
    for (int i = 0; i < 300; i++) {
      many.document("T-" + i).detail(new RemittanceDetail("T-" + i, 1_000_000 + i));
    }
    assertThat(kept(many).details()).isEmpty();
    assertThat(kept(many).references()).hasSizeGreaterThan(200).startsWith("T-0");
  }
}
