package io.sumbrel.formats.workbook;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.regex.Pattern;
import org.dhatim.fastexcel.Workbook;
import org.dhatim.fastexcel.Worksheet;

/** Writes sheets whose texts are written as our forms are: dates and amounts become such cells. */
public final class WorkbookWriter {
  private static final Pattern DATE = Pattern.compile("\\d{4}-\\d{2}-\\d{2}");
  private static final Pattern AMOUNT = Pattern.compile("-?\\d+\\.\\d{2,3}");

  private WorkbookWriter() {}

  /**
   * @param sheets by name, in their order; the first row of each is its header
   */
  public static byte[] write(Map<String, List<List<String>>> sheets) {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    try (Workbook book = new Workbook(out, "Sumbrel", "1.0")) {
      sheets.forEach((name, rows) -> write(book.newWorksheet(name), rows));
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    return out.toByteArray();
  }

  private static void write(Worksheet sheet, List<List<String>> rows) {
    for (int row = 0; row < rows.size(); row++) {
      for (int column = 0; column < rows.get(row).size(); column++) {
        write(sheet, row, column, rows.get(row).get(column));
      }
    }
    sheet.freezePane(0, 1);
  }

  private static void write(Worksheet sheet, int row, int column, String text) {
    if (DATE.matcher(text).matches()) {
      sheet.value(row, column, LocalDate.parse(text));
      sheet.style(row, column).format("yyyy-mm-dd").set();
    } else if (AMOUNT.matcher(text).matches()) {
      sheet.value(row, column, new BigDecimal(text));
      sheet.style(row, column).format("0.00").set();
    } else {
      sheet.value(row, column, text);
      if (row == 0) {
        sheet.style(row, column).bold().set();
      }
    }
  }
}
