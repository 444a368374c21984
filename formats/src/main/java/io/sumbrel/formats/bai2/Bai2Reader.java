package io.sumbrel.formats.bai2;

import io.sumbrel.core.bank.BankStatement;
import io.sumbrel.core.bank.StatementFrame;
import io.sumbrel.core.money.Currencies;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.formats.Parsed;
import io.sumbrel.formats.StatementReading;
import io.sumbrel.formats.StatementSink;
import io.sumbrel.formats.TextLines;
import io.sumbrel.formats.Written;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.time.LocalDate;
import java.util.Currency;
import java.util.List;
import java.util.Optional;

/**
 * BAI version 2 and its successor BTRS (version 3): file, groups, accounts, details, each level
 * with its control total and count. An account's control total is the algebraic sum of all its
 * amounts as written; debits are not subtracted. Amounts are whole minor units.
 */
public final class Bai2Reader extends StatementReading {
  private TextLines lines;
  private Optional<Bai2Record> pending = Optional.empty();
  private int fileRecords;
  private int groupRecords;
  private long fileTotal;
  private long groupTotal;
  private int groups;
  private int accounts;
  private boolean inFile;
  private Group group;
  private Bai2Account account;

  private Bai2Reader(StatementSink sink) {
    super(sink);
  }

  public static Parsed<List<BankStatement>> read(byte[] bytes) {
    return collect(new ByteArrayInputStream(bytes), Bai2Reader::new);
  }

  public static StatementReading into(StatementSink sink) {
    return new Bai2Reader(sink);
  }

  /** What a group header says of the accounts in it. */
  record Group(LocalDate asOf, Currency currency, boolean interim) {}

  @Override
  protected int line() {
    return pending.map(Bai2Record::line).orElse(lines.number());
  }

  @Override
  protected void readAll(InputStream in) throws IOException {
    lines = new TextLines(in);
    for (Optional<String> next = lines.next(); next.isPresent(); next = lines.next()) {
      String text = next.get().stripTrailing();
      if (text.startsWith("88")) {
        pending.orElseThrow(() -> new Refusal("record", "an 88 continues nothing.")).goesOn(text);
      } else if (!text.isEmpty()) {
        flush();
        pending = Optional.of(Bai2Record.begin(text, lines.number()));
      }
    }
    flush();
    if (inFile) {
      throw truncated("the file has no 99 record at its end.");
    }
  }

  private void flush() {
    if (pending.isPresent()) {
      record(pending.get());
      pending = Optional.empty();
    }
  }

  private void record(Bai2Record record) {
    fileRecords += record.lines();
    groupRecords += record.lines();
    if (!inFile && !record.type().equals("01")) {
      throw new Refusal("record", "a %s stands before the 01 of a file.".formatted(record.type()));
    }
    switch (record.type()) {
      case "01" -> beginFile(record);
      case "02" -> beginGroup(record);
      case "03" -> {
        requireNoAccount(record);
        account =
            new Bai2Account(
                record,
                required(Optional.ofNullable(group), "record", "an 03 stands before its 02."));
      }
      case "16" -> openAccount(record).detail(record);
      case "49" -> endAccount(record);
      case "98" -> endGroup(record);
      case "99" -> endFile(record);
      default -> throw new Refusal("record", "“" + record.type() + "” is no record type of BAI2.");
    }
  }

  private void beginFile(Bai2Record record) {
    if (inFile) {
      throw truncated("a new file begins before the 99 of the one before.");
    }
    inFile = true;
    fileRecords = record.lines();
    fileTotal = 0;
    groups = 0;
  }

  private void beginGroup(Bai2Record record) {
    requireNoAccount(record);
    if (group != null) {
      throw truncated("a new group begins before the 98 of the one before.");
    }
    List<String> fields = record.fields();
    String status = at(fields, 2);
    if (status.equals("4")) {
      throw new Refusal("test-data", "the group says that it is a test (status 4).");
    }
    if (status.equals("2") || status.equals("3")) {
      throw new Refusal(
          "correction",
          "the group deletes or corrects what was sent earlier (status %s); it is not added to it. Ask the bank for the whole statement."
              .formatted(status));
    }
    String modifier = at(fields, 6);
    group =
        new Group(
            Written.shortDate(at(fields, 3)),
            currency(at(fields, 5), Currency.getInstance("USD")),
            modifier.equals("1") || modifier.equals("3"));
    groupRecords = record.lines();
    groupTotal = 0;
    accounts = 0;
  }

  private void requireNoAccount(Bai2Record record) {
    if (account != null) {
      throw truncated("a %s begins before the 49 of the account.".formatted(record.type()));
    }
  }

  private Bai2Account openAccount(Bai2Record record) {
    return required(
        Optional.ofNullable(account),
        "record",
        "a %s stands before its 03.".formatted(record.type()));
  }

  private void endAccount(Bai2Record record) {
    Bai2Account ended = openAccount(record);
    account = null;
    List<String> fields = record.fields();
    long total = amount(at(fields, 0));
    int said = count(at(fields, 1));
    ended.addLines(record.lines());
    attempt(
        record.line(),
        () -> {
          ended.requireTotal(total);
          requireCount("account " + ended.number(), said, ended.lines());
        });
    attempt(
        record.line(),
        () -> {
          ended.entries().forEach(this::entry);
          StatementFrame frame = ended.frame();
          ended.notes().forEach(n -> note("balance", n, record.line()));
          ends(frame);
        });
    groupTotal += total;
    accounts++;
  }

  private void endGroup(Bai2Record record) {
    requireNoAccount(record);
    required(Optional.ofNullable(group), "record", "a 98 stands before its 02.");
    group = null;
    List<String> fields = record.fields();
    long total = amount(at(fields, 0));
    int saidAccounts = count(at(fields, 1));
    int saidRecords = count(at(fields, 2));
    attempt(
        record.line(),
        () -> {
          requireTotal("group", total, groupTotal);
          if (saidAccounts != accounts) {
            throw new Refusal(
                "count",
                "the group says %d accounts, %d were read.".formatted(saidAccounts, accounts));
          }
          requireCount("group", saidRecords, groupRecords);
        });
    fileTotal += total;
    groups++;
  }

  private void endFile(Bai2Record record) {
    if (group != null) {
      throw truncated("the file ends before the 98 of its group.");
    }
    inFile = false;
    List<String> fields = record.fields();
    long total = amount(at(fields, 0));
    int saidGroups = count(at(fields, 1));
    int saidRecords = count(at(fields, 2));
    attempt(
        record.line(),
        () -> {
          requireTotal("file", total, fileTotal);
          if (saidGroups != groups) {
            throw new Refusal(
                "count", "the file says %d groups, %d were read.".formatted(saidGroups, groups));
          }
          requireCount("file", saidRecords, fileRecords);
        });
  }

  private static void requireCount(String level, int said, int read) {
    if (said != read) {
      throw new Refusal(
          "count", "the %s says %d records, %d were read.".formatted(level, said, read));
    }
  }

  static void requireTotal(String level, long said, long read) {
    if (said != read) {
      throw new Refusal(
          "control-total",
          "the %s's control total is %d, its amounts make %d, a difference of %d."
              .formatted(level, said, read, said - read));
    }
  }

  static String at(List<String> fields, int index) {
    return index < fields.size() ? fields.get(index).strip() : "";
  }

  static Currency currency(String code, Currency otherwise) {
    return code.isEmpty() ? otherwise : Currencies.of(code);
  }

  /** Whole minor units with a sign; an empty field is zero. */
  static long amount(String text) {
    if (text.isEmpty()) {
      return 0;
    }
    if (!text.matches("[+-]?\\d{1,13}")) {
      throw new Refusal("amount", "“" + text + "” is not an amount in whole minor units.");
    }
    return Long.parseLong(text);
  }

  private static int count(String text) {
    if (!text.matches("\\d{1,9}")) {
      throw new Refusal("count", "“" + text + "” is not a count.");
    }
    return Integer.parseInt(text);
  }
}
