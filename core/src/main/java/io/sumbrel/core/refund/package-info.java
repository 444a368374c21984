/**
 * Money that goes back to a customer: which credits an entry that was paid out repays. Entry:
 * {@code Refunds}. Promises to repay nothing beyond what is left of a credit.
 */
package io.sumbrel.core.refund;
