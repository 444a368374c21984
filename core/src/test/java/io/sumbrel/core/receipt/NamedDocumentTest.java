package io.sumbrel.core.receipt;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class NamedDocumentTest {
  @ParameterizedTest
  @CsvSource({
    "HERON BAY MARKET STALL PREPAYMENT ORDER W-8804, W-8804",
    "Inv.No: 2026/00417 thanks, 2026/00417",
    "po#778201, 778201",
    "RECHNUNG NR. RE-20417, RE-20417",
    "ORDER OF 3 JARS, ''",
    "ORDER 12, ''",
    "REORDER 88041, ''",
    "PAYMENT 88041, ''"
  })
  void readsTheNumberThatFollowsItsWord(String text, String number) {
    assertThat(NamedDocument.in(text).orElse("")).isEqualTo(number);
  }
}
