/**
 * Invoices, credit notes and money on account that are not yet settled, their terms, and what a
 * newer list says about them. Entry: {@code OpenItem}.
 */
package io.sumbrel.core.openitem;
