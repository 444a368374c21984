/**
 * The whole ledger as values: a fold over the acts of the job, without a database. Entry: {@code
 * Books}.
 */
package io.sumbrel.core.books;
