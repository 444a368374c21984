/**
 * What stands otherwise than when a sum was searched: items, records, and what is remembered of
 * payers. Promises that whatever it says is unchanged a search would find as before. Entry: {@code
 * ChangedSince}.
 */
package io.sumbrel.core.matching.change;
