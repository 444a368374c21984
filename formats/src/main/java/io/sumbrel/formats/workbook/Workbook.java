package io.sumbrel.formats.workbook;

import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.formats.CellStyle;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStreamWriter;
import java.io.UncheckedIOException;
import java.io.Writer;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Collections;
import java.util.Iterator;
import java.util.List;
import java.util.stream.Stream;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVPrinter;
import org.dhatim.fastexcel.reader.Cell;
import org.dhatim.fastexcel.reader.ReadableWorkbook;
import org.dhatim.fastexcel.reader.ReadingOptions;
import org.dhatim.fastexcel.reader.Row;
import org.dhatim.fastexcel.reader.Sheet;
import org.dhatim.fastexcel.reader.SheetVisibility;

/**
 * A workbook whose sheets are read as CSV: line by line as its rows stand, numbers and dates as the
 * cells hold them, formulas by the value that was stored with them. Macros and links are not looked
 * at. Hidden sheets are left out.
 */
public final class Workbook implements AutoCloseable {
  /** All rows of a sheet. */
  public static final int ALL = Integer.MAX_VALUE;

  private static final int MOST_COLUMNS = 500;

  private final ReadableWorkbook workbook;
  private final List<Sheet> sheets;

  private Workbook(ReadableWorkbook workbook) {
    this.workbook = workbook;
    this.sheets =
        workbook.getSheets().filter(s -> s.getVisibility() == SheetVisibility.VISIBLE).toList();
  }

  /**
   * @throws Refusal {@code workbook} when it cannot be read, is damaged or unpacks to more than is
   *     sound
   */
  public static Workbook open(byte[] bytes) {
    Packing.requireSound(bytes);
    try {
      ReadingOptions options = new ReadingOptions(Packing.hasStyles(bytes), true);
      return new Workbook(new ReadableWorkbook(new ByteArrayInputStream(bytes), options));
    } catch (IOException | RuntimeException e) {
      throw damaged(e);
    }
  }

  /** Whether a file may be one, by its first signs: those of a packed file. */
  public static boolean mayBeOne(byte[] head) {
    return head.length > 1 && head[0] == 'P' && head[1] == 'K';
  }

  /** Whether a file is a workbook, by what is packed in it. */
  public static boolean isOne(byte[] bytes) {
    return Packing.holdsWorkbook(bytes);
  }

  /** The names of the sheets that are not hidden, in their order. */
  public List<String> sheets() {
    return sheets.stream().map(Sheet::getName).toList();
  }

  /**
   * The rows of a sheet as comma-separated lines, each on the line of its number.
   *
   * @param sheet its place among the sheets that are not hidden, from 0
   * @param style in which dates and numbers of cells are written; texts stay as they are
   * @param mostRows so many lines at most
   */
  public byte[] csv(int sheet, CellStyle style, int mostRows) {
    if (sheet < 0 || sheet >= sheets.size()) {
      throw new Refusal(
          "workbook", "The workbook has %d sheets that are shown.".formatted(sheets.size()));
    }
    CellText text = new CellText(style, workbook.isDate1904());
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    try (Writer writer = new OutputStreamWriter(out, StandardCharsets.UTF_8);
        CSVPrinter csv =
            new CSVPrinter(writer, CSVFormat.RFC4180.builder().setRecordSeparator("\n").get());
        Stream<Row> rows = sheets.get(sheet).openStream()) {
      int line = 1;
      int width = 0;
      for (Iterator<Row> i = rows.iterator(); i.hasNext() && line <= mostRows; line++) {
        Row row = i.next();
        for (; line < row.getRowNum() && line <= mostRows; line++) {
          csv.println();
        }
        if (line <= mostRows) {
          List<String> cells = cells(row, text, width);
          width = cells.size();
          csv.printRecord(cells);
        }
      }
    } catch (IOException | RuntimeException e) {
      throw damaged(e);
    }
    return out.toByteArray();
  }

  /** As wide as the rows before at least: what is blank at the end of a row is not written. */
  private static List<String> cells(Row row, CellText text, int width) {
    if (row.getCellCount() > MOST_COLUMNS) {
      throw new Refusal(
          "workbook",
          "Row %d has %d columns; up to %d are read."
              .formatted(row.getRowNum(), row.getCellCount(), MOST_COLUMNS));
    }
    List<String> cells = new ArrayList<>();
    for (Cell cell : row) {
      cells.add(cell == null ? "" : text.of(cell));
    }
    cells.addAll(Collections.nCopies(Math.max(0, width - cells.size()), ""));
    while (cells.size() > Math.max(1, width) && cells.get(cells.size() - 1).isEmpty()) {
      cells.remove(cells.size() - 1);
    }
    return cells;
  }

  private static Refusal damaged(Exception e) {
    return e instanceof Refusal refusal
        ? refusal
        : new Refusal(
            "workbook", "The workbook is damaged or holds what is not read: " + e.getMessage());
  }

  @Override
  public void close() {
    try {
      workbook.close();
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }
}
