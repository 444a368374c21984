/**
 * What reaches the bank as one sum: slips, lockbox batches, payouts, single receipts, with their
 * members; the bank entry that waits for each, and the tie. Entry: {@code Deposits}, {@code
 * TieDeposits}. Amounts in minor units.
 */
@Publishes({"deposit", "deposit_member"})
package io.sumbrel.server.deposit;

import io.sumbrel.server.persistence.Publishes;
