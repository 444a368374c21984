/**
 * Invoices and credit notes in the two forms of EN 16931: the Universal Business Language and the
 * Cross Industry Invoice. Entries: {@code UblReader}, {@code CiiReader}.
 */
package io.sumbrel.formats.invoice;
