package io.sumbrel.server.arrivals;

import io.sumbrel.core.bank.BankStatement;
import io.sumbrel.core.openitem.OpenItemList;
import io.sumbrel.formats.FileKind;
import io.sumbrel.formats.camt.CamtStatementReader;
import io.sumbrel.formats.itemcsv.OpenItemCsvReader;
import io.sumbrel.formats.statementcsv.StatementCsvReader;
import java.io.ByteArrayInputStream;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;

/**
 * What a file holds, read by its kind.
 *
 * @param statements empty for a list of open items
 */
record ArrivedFile(FileKind kind, List<BankStatement> statements, Optional<OpenItemList> items) {

  /**
   * @throws io.sumbrel.core.refusal.Refusal with the place and the reason
   */
  static ArrivedFile read(byte[] bytes) {
    FileKind kind = kindOf(bytes);
    return switch (kind) {
      case CAMT_053 ->
          of(kind, CamtStatementReader.read(new ByteArrayInputStream(bytes)).orRefuse());
      case STATEMENT_CSV -> of(kind, List.of(StatementCsvReader.read(bytes).orRefuse()));
      case OPEN_ITEMS_CSV ->
          new ArrivedFile(kind, List.of(), Optional.of(OpenItemCsvReader.read(bytes).orRefuse()));
    };
  }

  static FileKind kindOf(byte[] bytes) {
    return FileKind.of(Arrays.copyOf(bytes, Math.min(bytes.length, FileKind.HEAD_BYTES)));
  }

  private static ArrivedFile of(FileKind kind, List<BankStatement> statements) {
    statements.forEach(BankStatement::requireAddsUp);
    return new ArrivedFile(kind, statements, Optional.empty());
  }
}
