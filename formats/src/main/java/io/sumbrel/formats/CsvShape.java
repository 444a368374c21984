package io.sumbrel.formats;

/** Where a CSV file has its columns and its header. */
public interface CsvShape {
  char delimiter();

  /** 1-based line of the header; lines before it are left out. */
  int headerLine();

  /** Lines at the end that are no rows. */
  int linesAfter();

  /** How its dates and amounts are written. */
  CellStyle style();
}
