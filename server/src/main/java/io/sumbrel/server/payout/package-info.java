/**
 * Payouts of card processors: from gross to net against the books, what is posted with a payout as
 * a whole, the story of a sale, and where a house books what each processor does. Entry: {@code
 * PostPayout}. Amounts in minor units.
 */
package io.sumbrel.server.payout;
