/** Bank statements as CSV in one fixed layout. Entry: {@code StatementCsvReader}. */
package io.sumbrel.formats.statementcsv;
