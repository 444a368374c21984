/**
 * Payments that the bank takes back: which receipt an entry may return. Entry: {@code Returns}.
 * Promises to propose only what still stands of a receipt.
 */
package io.sumbrel.core.returned;
