/**
 * Sheets of workbooks (Office Open XML, ECMA-376): their rows as CSV, so that every reader of CSV
 * reads them too. Entry: {@code Workbook}.
 */
package io.sumbrel.formats.workbook;
