/**
 * Transfers between bank accounts of the house: which entry of one may be the half of which entry
 * of another. Entry: {@code OwnTransfers}. Promises nothing where two entries fit equally well.
 */
package io.sumbrel.core.transfer;
