/** Past payments as CSV in one fixed layout. Entry: {@code PastPaymentCsvReader}. */
package io.sumbrel.formats.pastcsv;
