package io.sumbrel.formats.workbook;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.formats.CellStyle;
import io.sumbrel.formats.CellStyle.DateOrder;
import io.sumbrel.formats.CellStyle.DecimalMark;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.Random;
import java.util.function.Consumer;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.apache.poi.ss.usermodel.Row;
import org.apache.poi.ss.util.CellRangeAddress;
import org.apache.poi.xssf.usermodel.XSSFSheet;
import org.apache.poi.xssf.usermodel.XSSFWorkbook;
import org.junit.jupiter.api.Test;

/** Workbooks that another library wrote (Apache POI). */
class WorkbookTest {
  private static final CellStyle PLAIN = new CellStyle(DateOrder.YEAR_MONTH_DAY, DecimalMark.POINT);

  private static byte[] workbook(Consumer<XSSFWorkbook> make) {
    try (XSSFWorkbook book = new XSSFWorkbook()) {
      make.accept(book);
      ByteArrayOutputStream out = new ByteArrayOutputStream();
      book.write(out);
      return out.toByteArray();
    } catch (IOException e) {
      throw new AssertionError(e);
    }
  }

  private static String csv(byte[] bytes, CellStyle style) {
    try (Workbook book = Workbook.open(bytes)) {
      return new String(book.csv(0, style, Workbook.ALL), StandardCharsets.UTF_8);
    }
  }

  private static void format(XSSFWorkbook book, Row row, int column, String format) {
    var style = book.createCellStyle();
    style.setDataFormat(book.createDataFormat().getFormat(format));
    row.getCell(column).setCellStyle(style);
  }

  private static byte[] list() {
    return workbook(
        book -> {
          XSSFSheet sheet = book.createSheet("Nov");
          Row head = sheet.createRow(0);
          head.createCell(0).setCellValue("Open items, all");
          sheet.addMergedRegion(new CellRangeAddress(0, 0, 0, 3));
          Row row = sheet.createRow(3);
          row.createCell(0).setCellValue(20418);
          row.createCell(1).setCellValue(LocalDate.of(2026, 11, 17));
          format(book, row, 1, "dd/mm/yyyy");
          row.createCell(2).setCellValue(0.1 + 0.2);
          row.createCell(3).setCellFormula("C4*100");
          row.createCell(5).setCellValue("Ash, \"Elm\"\nand Sons");
          row.createCell(6).setCellValue(412);
          format(book, row, 6, "00000");
          row.createCell(7).setCellValue(1262.4);
          format(book, row, 7, "#,##0.00 [$€-407]");
          row.createCell(8).setCellFormula("B4+14");
          format(book, row, 8, "[$-409]d-mmm-yy;@");
          book.getCreationHelper().createFormulaEvaluator().evaluateAll();
          book.createSheet("hidden").createRow(0).createCell(0).setCellValue(1);
          book.setSheetHidden(1, true);
          book.createSheet("Dec").createRow(0).createCell(0).setCellValue("x");
        });
  }

  @Test
  void writesCellsAsTheyHoldWhatTheyShow() {
    assertThat(csv(list(), PLAIN))
        .isEqualTo(
            "\"Open items, all\"\n\n\n20418,2026-11-17,0.3,30,,"
                + "\"Ash, \"\"Elm\"\" and Sons\",00412,1262.4,2026-12-01\n");
    assertThat(csv(list(), new CellStyle(DateOrder.DAY_MONTH_YEAR, DecimalMark.COMMA)))
        .endsWith("00412,\"1262,4\",01.12.2026\n")
        .contains("20418,17.11.2026,\"0,3\"");
  }

  @Test
  void showsTheSheetsThatAreNotHidden() {
    try (Workbook book = Workbook.open(list())) {
      assertThat(book.sheets()).containsExactly("Nov", "Dec");
      assertThat(new String(book.csv(1, PLAIN, 1), StandardCharsets.UTF_8)).isEqualTo("x\n");
      assertThat(new String(book.csv(0, PLAIN, 2), StandardCharsets.UTF_8)).endsWith("all\"\n\n");
      assertThatThrownBy(() -> book.csv(2, PLAIN, 1)).hasMessageContaining("has 2 sheets");
    }
    assertThat(Workbook.isOne(list())).isTrue();
    assertThat(Workbook.isOne("PK\3\4 no".getBytes(StandardCharsets.UTF_8))).isFalse();
  }

  @Test
  void countsDaysFrom1904WhereTheWorkbookDoes() {
    byte[] bytes =
        workbook(
            book -> {
              book.getCTWorkbook().addNewWorkbookPr().setDate1904(true);
              Row row = book.createSheet().createRow(0);
              // 2026-11-17 is day 44,881 from 1904-01-01: 46,343 less the 1,462 between them
              row.createCell(0).setCellValue(44_881);
              format(book, row, 0, "yyyy-mm-dd");
            });
    assertThat(csv(bytes, PLAIN)).isEqualTo("2026-11-17\n");
  }

  private static byte[] packed(String sheet) throws IOException {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    try (ZipOutputStream zip = new ZipOutputStream(out)) {
      zip.putNextEntry(new ZipEntry("xl/workbook.xml"));
      zip.write("<workbook/>".getBytes(StandardCharsets.UTF_8));
      zip.putNextEntry(new ZipEntry("xl/worksheets/sheet1.xml"));
      byte[] part = sheet.getBytes(StandardCharsets.UTF_8);
      for (int i = 0; i < (sheet.startsWith("<!") ? 1 : 30_000); i++) {
        zip.write(part);
      }
    }
    return out.toByteArray();
  }

  @Test
  void refusesWhatUnpacksToMoreThanAList() throws IOException {
    byte[] bomb = packed("<c r=\"A1\"><v>0</v></c>".repeat(50));
    assertThat(bomb.length).isLessThan(200_000);
    assertThatThrownBy(() -> Workbook.open(bomb))
        .isInstanceOf(Refusal.class)
        .hasMessageContaining("unpacks to more than a list would (its part xl/worksheets/sheet1");
    byte[] typed = packed("<!DOCTYPE a [<!ENTITY b SYSTEM \"file:///etc/passwd\">]><a>&b;</a>");
    assertThatThrownBy(() -> Workbook.open(typed)).hasMessageContaining("contains a DOCTYPE");
  }

  @Test
  void refusesRowsWiderThanAnyList() {
    byte[] wide =
        workbook(book -> book.createSheet().createRow(6).createCell(16_383).setCellValue("x"));
    assertThatThrownBy(() -> csv(wide, PLAIN))
        .hasMessage("Row 7 has 16384 columns; up to 500 are read.");
  }

  @Test
  void readsDamagedWorkbooksOrRefusesThem() {
    byte[] whole = list();
    Random random = new Random(14);
    int refused = 0;
    for (int i = 0; i < 400; i++) {
      byte[] bytes = whole.clone();
      for (int k = 0; k < 1 + random.nextInt(20); k++) {
        bytes[random.nextInt(bytes.length)] = (byte) random.nextInt(256);
      }
      try {
        assertThat(csv(bytes, PLAIN)).isNotNull();
      } catch (Refusal e) {
        refused++;
      }
    }
    assertThat(refused).isPositive();
  }
}
