/**
 * Deposits as facts: slips, lockbox batches, payouts, single receipts, with their members, and the
 * bank entry that waits to be tied to each. Entry: {@code Deposits}. Amounts in minor units.
 */
package io.sumbrel.server.deposit;
