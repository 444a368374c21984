package io.sumbrel.server.arrivals;

import io.sumbrel.core.bank.BankStatement;
import io.sumbrel.core.bank.StatementEntry;
import io.sumbrel.core.openitem.OpenItemList;
import io.sumbrel.formats.FileKind;
import io.sumbrel.formats.Issue;
import io.sumbrel.formats.Parsed;
import io.sumbrel.formats.bai2.Bai2Reader;
import io.sumbrel.formats.camt.CamtReader;
import io.sumbrel.formats.csvlayout.CsvLayoutReader;
import io.sumbrel.formats.itemcsv.OpenItemCsvReader;
import io.sumbrel.formats.mt.MtReader;
import io.sumbrel.formats.ofx.OfxReader;
import io.sumbrel.formats.statementcsv.StatementCsvReader;
import io.sumbrel.formats.ubl.UblReader;
import java.util.Arrays;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;

/**
 * What a file holds, read by its kind.
 *
 * @param statements empty for a list of open items
 * @param notes what the reader found worth saying, in sentences
 */
record ArrivedFile(
    FileKind kind, List<BankStatement> statements, Optional<OpenItemList> items, String notes) {
  private static final int NOTES = 5;

  /**
   * @param layout of a bank's own CSV
   * @throws io.sumbrel.core.refusal.Refusal with the place and the reason
   */
  static ArrivedFile read(byte[] bytes, Optional<CsvLayouts.Stored> layout) {
    FileKind kind = kindOf(bytes);
    return switch (kind) {
      case CAMT_053, CAMT_052, CAMT_054 -> of(kind, CamtReader.read(bytes));
      case MT940, MT942 -> of(kind, MtReader.read(bytes));
      case BAI2 -> of(kind, Bai2Reader.read(bytes));
      case OFX -> of(kind, OfxReader.read(bytes));
      case STATEMENT_CSV -> of(kind, StatementCsvReader.read(bytes));
      case BANK_CSV -> of(kind, read(bytes, layout.orElseThrow()));
      case OPEN_ITEMS_CSV -> items(kind, OpenItemCsvReader.read(bytes));
      case UBL -> items(kind, UblReader.read(bytes));
    };
  }

  private static ArrivedFile items(FileKind kind, Parsed<OpenItemList> items) {
    return new ArrivedFile(kind, List.of(), Optional.of(items.orRefuse()), words(items.issues()));
  }

  private static Parsed<List<BankStatement>> read(byte[] bytes, CsvLayouts.Stored layout) {
    return CsvLayoutReader.read(
        bytes,
        layout.layout(),
        layout.account().number(),
        layout.account().beginsWith().currency());
  }

  static FileKind kindOf(byte[] bytes) {
    return FileKind.of(Arrays.copyOf(bytes, Math.min(bytes.length, FileKind.HEAD_BYTES)));
  }

  private static ArrivedFile of(FileKind kind, Parsed<List<BankStatement>> parsed) {
    List<BankStatement> statements = parsed.orRefuse();
    if (kind.use() == FileKind.Use.STATEMENT) {
      statements.forEach(BankStatement::requireAddsUp);
    }
    return new ArrivedFile(kind, statements, Optional.empty(), words(parsed.issues()));
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
