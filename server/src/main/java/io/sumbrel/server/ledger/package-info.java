/**
 * The stored ledger: postings with their lines, what they claim, balances. Entry: {@code Ledger}
 * appends, {@code Postings} reads.
 */
@Publishes({
  "posting",
  "claim",
  "recorded_claim",
  "tape_line",
  "tie_part",
  "payout_part",
  "takings_part",
  "item_movement",
  "journal_line"
})
package io.sumbrel.server.ledger;

import io.sumbrel.server.persistence.Publishes;
