/** The stored ledger: postings, items, months, limits. Entry: {@code Ledger}. */
package io.sumbrel.server.books;
