/** Accounts and balanced journal entries; knows no receipt. Entry: {@code JournalEntry}. */
package io.sumbrel.core.ledger;
