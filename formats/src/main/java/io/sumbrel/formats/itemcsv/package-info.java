/** Lists of open items as CSV. Entry: {@code OpenItemCsvReader}. */
package io.sumbrel.formats.itemcsv;
