/**
 * What a card processor paid out, from CSV in its own columns, by a layout that a person made once.
 * Entry: {@code PayoutReader}.
 */
package io.sumbrel.formats.payoutcsv;
