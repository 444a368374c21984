package io.sumbrel.formats.listlayout;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.formats.CellStyle.DateOrder;
import io.sumbrel.formats.CellStyle.DecimalMark;
import io.sumbrel.formats.CsvSample;
import java.nio.charset.StandardCharsets;
import org.junit.jupiter.api.Test;

class ListGuessTest {
  private static ListGuess of(String text) {
    return ListGuess.of(CsvSample.of(text.getBytes(StandardCharsets.UTF_8))).get(0);
  }

  @Test
  void readsHeadersInSeveralLanguages() {
    ListGuess german =
        of(
            "Stand;;;\n\nRechnungs-Nr.;Kunde;Rg.-Datum;Fälligkeit;Offener Betrag;Währung\n"
                + "1;2;17.11.2026;18.11.2026;1.200,50;EUR\n");
    assertThat(german.list()).isEqualTo(ListKind.OPEN_ITEMS);
    assertThat(german.headerLine()).isEqualTo(3);
    assertThat(german.columns())
        .containsExactly(
            ListColumn.NUMBER,
            ListColumn.NAME,
            ListColumn.NOTHING,
            ListColumn.DUE,
            ListColumn.OPEN,
            ListColumn.CURRENCY);
    assertThat(german.dateOrder()).contains(DateOrder.DAY_MONTH_YEAR);
    assertThat(german.decimalMark()).contains(DecimalMark.COMMA);
    assertThat(
            of("N° facture,Client,Date facture,Échéance,Solde\nF1,A,2026-11-01,,4.00\n").columns())
        .containsExactly(
            ListColumn.NUMBER, ListColumn.NAME, ListColumn.DATE, ListColumn.DUE, ListColumn.OPEN);
    assertThat(
            of("Invoice #|Customer ID|Name|Invoice Date|Total|Balance Due\n1|2|3|4|5|6\n")
                .columns())
        .doesNotContain(ListColumn.NOTHING);
  }

  @Test
  void leavesOpenWhatMayBeReadTwoWays() {
    ListGuess guess = of("Invoice No,Customer,Date,Amount\nA,B,03/04/2026,\"1,200\"\n");
    assertThat(guess.dateOrder()).isEmpty();
    assertThat(guess.decimalMark()).isEmpty();
    ListGuess later = of("Invoice No,Customer,Date,Amount\nA,B,03/14/2026,\"1,200.00\"\n");
    assertThat(later.dateOrder()).contains(DateOrder.MONTH_DAY_YEAR);
    assertThat(later.decimalMark()).contains(DecimalMark.POINT);
  }

  @Test
  void tellsListsApart() {
    assertThat(of("Payment date,Payer,Customer no,Amount,Invoices\n1,2,3,4,5\n").list())
        .isEqualTo(ListKind.PAST_PAYMENTS);
    assertThat(of("Date received,Method,Check No,Amount\n1,2,3,4\n").list())
        .isEqualTo(ListKind.RECEIPTS);
  }
}
