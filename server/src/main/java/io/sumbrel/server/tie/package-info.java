/**
 * Ties what the bank shows to what was recorded: slips, batches, payouts, single receipts. Entry:
 * {@code TieDeposits}.
 */
package io.sumbrel.server.tie;
