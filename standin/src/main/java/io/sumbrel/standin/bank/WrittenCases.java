package io.sumbrel.standin.bank;

import io.sumbrel.core.bank.Method;
import io.sumbrel.core.bank.StatementEntry;
import io.sumbrel.core.deposit.LockboxBatch;
import io.sumbrel.core.deposit.LockboxCheque;
import io.sumbrel.core.money.AmountText;
import io.sumbrel.core.remittance.RemittanceDetail;
import io.sumbrel.formats.CsvTable;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Currency;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;

/** The numbered cases of the demonstration, written by hand, with the right answer to each. */
public final class WrittenCases {
  /** The day whose money is unworked when the demonstration begins. */
  public static final LocalDate DAY = LocalDate.of(2026, 11, 16);

  public static final String LOCKBOX = "0040912";

  /** A case: which file brings it, by which reference, and what is right. */
  public record Answer(String number, String file, String reference, String answer) {}

  private WrittenCases() {}

  /** A file that ships as it is. */
  public static byte[] file(String name) {
    try (InputStream in = WrittenCases.class.getResourceAsStream("/cases/" + name)) {
      return in.readAllBytes();
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  private static List<CsvTable.Row> rows(String name) {
    return CsvTable.read(file(name), new ArrayList<>()).rows();
  }

  /** Entries of an account on a day. */
  static List<StatementEntry> entries(String account, LocalDate day, Currency currency) {
    return rows("entries.csv").stream()
        .filter(r -> is(r, "account", account) && is(r, "date", day.toString()))
        .map(
            r ->
                StatementEntry.at(
                        r.line(), day, AmountText.parse(r.value("amount").orElseThrow(), currency))
                    .reference(r.value("reference").orElseThrow())
                    .payer(r.value("payer"), Optional.empty())
                    .method(Method.of(r.value("method").orElse("")))
                    .text(r.value("text").orElse(""))
                    .build())
        .toList();
  }

  private static boolean is(CsvTable.Row row, String column, String value) {
    return row.value(column).equals(Optional.of(value));
  }

  /** The cheques of the lockbox on the day. */
  static List<LockboxBatch> batches(Currency currency) {
    Map<String, List<LockboxCheque>> byBatch = new LinkedHashMap<>();
    for (CsvTable.Row row : rows("lockbox.csv")) {
      List<LockboxCheque> cheques =
          byBatch.computeIfAbsent(row.value("batch").orElseThrow(), b -> new ArrayList<>());
      cheques.add(
          new LockboxCheque(
              row.line(),
              "%03d".formatted(cheques.size() + 1),
              AmountText.parse(row.value("amount").orElseThrow(), currency),
              row.value("routing").orElseThrow(),
              row.value("account").orElseThrow(),
              row.value("cheque").orElseThrow(),
              row.value("remitter").orElseThrow(),
              row.value("details").stream()
                  .flatMap(d -> Stream.of(d.split(" ")))
                  .map(d -> d.split(":"))
                  .map(d -> new RemittanceDetail(d[0], AmountText.parse(d[1], currency)))
                  .toList()));
    }
    return byBatch.entrySet().stream()
        .map(e -> new LockboxBatch(LOCKBOX, e.getKey(), DAY, e.getValue()))
        .toList();
  }

  /** Every case with its right answer. */
  public static List<Answer> answers() {
    List<Answer> answers = new ArrayList<>();
    for (CsvTable.Row r : rows("answers.csv")) {
      answers.add(answer(r, r.value("file").orElseThrow(), r.value("reference").orElseThrow()));
    }
    for (CsvTable.Row r : rows("entries.csv")) {
      String file = SimulatedBank.fileName(r.value("account").orElseThrow(), r.value("date").get());
      answers.add(answer(r, file, r.value("reference").orElseThrow()));
    }
    for (CsvTable.Row r : rows("lockbox.csv")) {
      String number = r.value("cheque").orElseThrow().replaceFirst("^0+", "");
      answers.add(answer(r, "quayline-lockbox-" + DAY + ".txt", number));
    }
    return answers;
  }

  private static Answer answer(CsvTable.Row row, String file, String reference) {
    return new Answer(
        row.value("case").orElseThrow(), file, reference, row.value("answer").orElseThrow());
  }
}
