/**
 * What reaches the bank as one sum: slips, lockbox batches, payouts, single receipts; and which
 * bank entry waits for which of them. Entry: {@code WaitingEntries}. Amounts in minor units.
 */
package io.sumbrel.core.deposit;
