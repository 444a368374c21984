/** Invoices and credit notes of the Universal Business Language 2. Entry: {@code UblReader}. */
package io.sumbrel.formats.ubl;
