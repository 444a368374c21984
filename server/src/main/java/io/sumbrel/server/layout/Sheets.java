package io.sumbrel.server.layout;

import io.sumbrel.formats.CellStyle;
import io.sumbrel.formats.CellStyle.DateOrder;
import io.sumbrel.formats.CellStyle.DecimalMark;
import io.sumbrel.formats.workbook.Workbook;
import java.lang.ref.SoftReference;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.springframework.stereotype.Component;

/** The rows of a file as CSV: those of a CSV as they stand, those of a workbook by sheet. */
@Component
public class Sheets {
  /** As our own forms are written. */
  public static final CellStyle OURS = new CellStyle(DateOrder.YEAR_MONTH_DAY, DecimalMark.POINT);

  /** So many rows tell what a sheet is. */
  private static final int HEAD_ROWS = 120;

  /** A file is looked at several times as it comes. */
  private volatile SoftReference<Looked> last = new SoftReference<>(null);

  private volatile SoftReference<Whole> lastWhole = new SoftReference<>(null);

  private record Whole(byte[] bytes, int sheet, CellStyle style, byte[] rows) {
    boolean isOf(byte[] otherBytes, int otherSheet, CellStyle otherStyle) {
      return sheet == otherSheet && style.equals(otherStyle) && Arrays.equals(bytes, otherBytes);
    }
  }

  private record Looked(byte[] bytes, List<byte[]> heads, List<String> names) {}

  /** The beginning of each sheet; a CSV is one, and whole. */
  public List<byte[]> heads(byte[] bytes) {
    return Workbook.isOne(bytes) ? looked(bytes).heads : List.of(bytes);
  }

  /** The names of the sheets; none of a CSV. */
  public List<String> names(byte[] bytes) {
    return Workbook.isOne(bytes) ? looked(bytes).names : List.of();
  }

  /**
   * All rows of a sheet.
   *
   * @param style in which dates and numbers of cells are written
   * @throws io.sumbrel.core.refusal.Refusal {@code workbook}
   */
  public byte[] whole(byte[] bytes, int sheet, CellStyle style) {
    if (!Workbook.isOne(bytes)) {
      return bytes;
    }
    Whole known = lastWhole.get();
    if (known != null && known.isOf(bytes, sheet, style)) {
      return known.rows;
    }
    try (Workbook workbook = Workbook.open(bytes)) {
      Whole whole = new Whole(bytes, sheet, style, workbook.csv(sheet, style, Workbook.ALL));
      lastWhole = new SoftReference<>(whole);
      return whole.rows;
    }
  }

  private Looked looked(byte[] bytes) {
    Looked known = last.get();
    if (known != null && Arrays.equals(known.bytes, bytes)) {
      return known;
    }
    try (Workbook workbook = Workbook.open(bytes)) {
      List<byte[]> heads = new ArrayList<>();
      for (int i = 0; i < workbook.sheets().size(); i++) {
        heads.add(workbook.csv(i, OURS, HEAD_ROWS));
      }
      Looked looked = new Looked(bytes, heads, workbook.sheets());
      last = new SoftReference<>(looked);
      return looked;
    }
  }
}
