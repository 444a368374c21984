package io.sumbrel.formats;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.core.bank.BankStatement;
import io.sumbrel.core.bank.Method;
import io.sumbrel.core.bank.StatementEntry;
import io.sumbrel.formats.statementcsv.StatementCsvReader;
import io.sumbrel.formats.statementcsv.StatementCsvWriter;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Currency;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import org.junit.jupiter.api.Test;

class StatementCsvWriterTest {

  private static BankStatement writtenAndRead(Currency currency, List<StatementEntry> entries) {
    String file = StatementCsvWriter.write("0048104417", currency, "typed", entries);
    return StatementCsvReader.read(file.getBytes(StandardCharsets.UTF_8)).orRefuse().get(0);
  }

  /**
   * What is written is read as it was, quotes, commas and the decimals of the currency included.
   */
  @Test
  void writesWhatTheReaderReads() {
    Random random = new Random(5);
    String[] words = {"INV 20418", "a, b", "say \"yes\"", "=1+1", "für Müller", "x"};
    for (String code : new String[] {"USD", "JPY", "KWD"}) {
      List<StatementEntry> entries = new ArrayList<>();
      for (int i = 0; i < 50; i++) {
        long minor = (1 + random.nextInt(9_999_999)) * (random.nextBoolean() ? 1L : -1L);
        entries.add(
            StatementEntry.at(i + 3, LocalDate.of(2026, 11, 1 + random.nextInt(28)), minor)
                .reference("R" + i)
                .payer(Optional.of(words[random.nextInt(words.length)]), Optional.empty())
                .method(Method.values()[random.nextInt(Method.values().length)])
                .text(words[random.nextInt(words.length)])
                .build());
      }
      BankStatement read = writtenAndRead(Currency.getInstance(code), entries);
      assertThat(read.entries()).isEqualTo(entries);
      assertThat(read.frame().hasBalances()).isFalse();
      assertThat(read.account()).isEqualTo("0048104417");
    }
  }
}
