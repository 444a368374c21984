package io.sumbrel.server.arrivals;

import io.sumbrel.core.bank.Balance;
import io.sumbrel.core.bank.BankStatement;
import io.sumbrel.core.bank.StatementEntry;
import io.sumbrel.core.deposit.BankedDeposit;
import io.sumbrel.core.deposit.BroughtForward;
import io.sumbrel.core.openitem.OpenItemList;
import io.sumbrel.core.receipt.PastPayment;
import io.sumbrel.core.takings.TillReport;
import io.sumbrel.formats.CsvTable;
import io.sumbrel.formats.FileKind;
import io.sumbrel.formats.Issue;
import io.sumbrel.formats.Parsed;
import io.sumbrel.formats.StatementReading;
import io.sumbrel.formats.bai2.Bai2Reader;
import io.sumbrel.formats.camt.CamtReader;
import io.sumbrel.formats.csvlayout.CsvLayout;
import io.sumbrel.formats.csvlayout.CsvLayoutReader;
import io.sumbrel.formats.invoice.CiiReader;
import io.sumbrel.formats.invoice.UblReader;
import io.sumbrel.formats.itemcsv.OpenItemCsvReader;
import io.sumbrel.formats.listlayout.ListLayout;
import io.sumbrel.formats.listlayout.ListLayoutReader;
import io.sumbrel.formats.mt.MtReader;
import io.sumbrel.formats.ofx.OfxReader;
import io.sumbrel.formats.pastcsv.PastPaymentCsvReader;
import io.sumbrel.formats.receiptcsv.ReceiptCsvReader;
import io.sumbrel.formats.statementcsv.StatementCsvReader;
import io.sumbrel.formats.tillcsv.TillReportCsvReader;
import io.sumbrel.server.bank.BankAccount;
import io.sumbrel.server.persistence.StoredFile;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.Currency;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * What a file holds, read by its kind. One of the lists holds something, or the list of open items
 * is there.
 *
 * @param onHand receipts that are kept until they are banked
 * @param tills what counters took in
 * @param notes what the reader found worth saying, in sentences
 */
record ArrivedFile(
    FileKind kind,
    List<BankStatement> statements,
    Optional<OpenItemList> items,
    List<BankedDeposit> deposits,
    List<BroughtForward.OnHand> onHand,
    List<PastPayment> past,
    List<TillReport> tills,
    String notes) {
  private static final int NOTES = 5;

  private static final Map<FileKind, StatementReading.Format> STREAMED =
      Map.of(
          FileKind.CAMT_053, CamtReader::into,
          FileKind.CAMT_052, CamtReader::into,
          FileKind.CAMT_054, CamtReader::into,
          FileKind.MT940, MtReader::into,
          FileKind.MT942, MtReader::into,
          FileKind.BAI2, Bai2Reader::into,
          FileKind.OFX, OfxReader::into);

  /** Whether a file of a kind is read piece by piece, however large it is. */
  static boolean isStreamed(FileKind kind) {
    return STREAMED.containsKey(kind);
  }

  /**
   * Reads a file that is {@linkplain #isStreamed streamed}.
   *
   * @throws io.sumbrel.core.refusal.Refusal with the place and the reason
   */
  static ArrivedFile stream(FileKind kind, StoredFile file) {
    try (InputStream in = file.open()) {
      return of(kind, StatementReading.collect(in, STREAMED.get(kind)));
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  /**
   * Reads a file whose kind says all of how it is written.
   *
   * @param bytes of a workbook, the rows of the sheet that is meant
   * @throws io.sumbrel.core.refusal.Refusal with the place and the reason
   */
  static ArrivedFile read(FileKind kind, byte[] bytes) {
    return switch (kind) {
      case STATEMENT_CSV -> of(kind, StatementCsvReader.read(bytes));
      case OPEN_ITEMS_CSV -> items(kind, OpenItemCsvReader.read(bytes));
      case UBL -> items(kind, UblReader.read(bytes));
      case CII -> items(kind, CiiReader.read(bytes));
      case RECEIPTS_CSV -> forward(ReceiptCsvReader.read(bytes));
      case PAST_PAYMENTS_CSV -> past(PastPaymentCsvReader.read(bytes));
      case TILL_REPORT_CSV -> tills(TillReportCsvReader.read(bytes));
      default -> throw new IllegalArgumentException("unread: " + kind);
    };
  }

  private static ArrivedFile items(FileKind kind, Parsed<OpenItemList> items) {
    return new ArrivedFile(
        kind,
        List.of(),
        Optional.of(items.orRefuse()),
        List.of(),
        List.of(),
        List.of(),
        List.of(),
        words(items.issues()));
  }

  /** Entries in columns of a bank's own. */
  static ArrivedFile entries(byte[] rows, CsvLayout layout, BankAccount account) {
    return of(
        FileKind.BANK_CSV,
        CsvLayoutReader.read(rows, layout, account.number(), account.beginsWith().currency()));
  }

  /** A list of the house in columns of its own. */
  static ArrivedFile list(byte[] rows, ListLayout layout) {
    List<Issue> issues = new ArrayList<>();
    CsvTable table = ListLayoutReader.read(rows, layout, issues);
    return switch (layout.list()) {
      case OPEN_ITEMS -> items(FileKind.OPEN_ITEMS_CSV, OpenItemCsvReader.read(table, issues));
      case PAST_PAYMENTS -> past(PastPaymentCsvReader.read(table, issues));
      case RECEIPTS -> forward(ReceiptCsvReader.read(table, issues));
    };
  }

  /** The same with other items, and something more that is worth saying. */
  ArrivedFile with(OpenItemList others, String note) {
    return new ArrivedFile(
        kind,
        statements,
        Optional.of(others),
        deposits,
        onHand,
        past,
        tills,
        notes.isEmpty() ? note : notes + "\n" + note);
  }

  static ArrivedFile deposits(
      FileKind kind, Parsed<List<BankedDeposit>> deposits, List<BroughtForward.OnHand> onHand) {
    return new ArrivedFile(
        kind,
        List.of(),
        Optional.empty(),
        deposits.orRefuse(),
        onHand,
        List.of(),
        List.of(),
        words(deposits.issues()));
  }

  private static ArrivedFile forward(Parsed<BroughtForward> forward) {
    return deposits(
        FileKind.RECEIPTS_CSV, forward.map(BroughtForward::banked), forward.orRefuse().onHand());
  }

  private static ArrivedFile past(Parsed<List<PastPayment>> past) {
    return new ArrivedFile(
        FileKind.PAST_PAYMENTS_CSV,
        List.of(),
        Optional.empty(),
        List.of(),
        List.of(),
        past.orRefuse(),
        List.of(),
        words(past.issues()));
  }

  private static ArrivedFile tills(Parsed<List<TillReport>> tills) {
    return new ArrivedFile(
        FileKind.TILL_REPORT_CSV,
        List.of(),
        Optional.empty(),
        List.of(),
        List.of(),
        List.of(),
        tills.orRefuse(),
        words(tills.issues()));
  }

  /** How many lines of it are deposits' members, receipts or past payments. */
  int rowCount() {
    return past.size()
        + onHand.size()
        + deposits.stream().mapToInt(b -> b.deposit().members().size()).sum();
  }

  /** The first day that it speaks of; a list of open items or past payments speaks of none. */
  Optional<LocalDate> firstDay() {
    return Stream.of(
            statements.stream().flatMap(s -> s.entries().stream()).map(StatementEntry::bookingDate),
            statements.stream().flatMap(s -> s.frame().closing().stream()).map(Balance::date),
            deposits.stream().map(b -> b.deposit().date()),
            tills.stream().map(TillReport::day))
        .flatMap(Function.identity())
        .min(Comparator.naturalOrder());
  }

  /** What these come to, in minor units. */
  long rowsMinor() {
    return past.stream().mapToLong(PastPayment::amountMinor).sum()
        + new BroughtForward(deposits, onHand).totalMinor();
  }

  /** The currency of these, when it is one. */
  String rowsCurrency() {
    List<Currency> currencies =
        Stream.of(
                past.stream().map(PastPayment::currency),
                onHand.stream().map(BroughtForward.OnHand::currency),
                tills.stream().map(TillReport::currency),
                deposits.stream().map(b -> b.deposit().currency()))
            .flatMap(Function.identity())
            .distinct()
            .toList();
    return currencies.size() == 1 ? currencies.get(0).getCurrencyCode() : "";
  }

  private static ArrivedFile of(FileKind kind, Parsed<List<BankStatement>> parsed) {
    List<BankStatement> statements = parsed.orRefuse();
    if (kind.use() == FileKind.Use.STATEMENT) {
      statements.forEach(BankStatement::requireAddsUp);
    }
    return new ArrivedFile(
        kind,
        statements,
        Optional.empty(),
        List.of(),
        List.of(),
        List.of(),
        List.of(),
        words(parsed.issues()));
  }

  /** Every entry of the file, whichever statement it is of, by its number in the file, from 0. */
  Map<StatementEntry, Integer> ordinals() {
    Map<StatementEntry, Integer> ordinals = new IdentityHashMap<>();
    statements.forEach(s -> s.entries().forEach(e -> ordinals.put(e, ordinals.size())));
    return ordinals;
  }

  private static String words(List<Issue> issues) {
    String first = issues.stream().limit(NOTES).map(Issue::words).collect(Collectors.joining("\n"));
    return issues.size() <= NOTES ? first : first + "\nand " + (issues.size() - NOTES) + " more";
  }
}
