/**
 * Slips and receipts on hand when the books begin, as CSV in one fixed layout. Entry: {@code
 * ReceiptCsvReader}.
 */
package io.sumbrel.formats.receiptcsv;
