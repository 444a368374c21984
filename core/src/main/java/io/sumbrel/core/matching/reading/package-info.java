/**
 * What the bank's line of one sum says: the items that its numbers mean, and who may have paid.
 * Promises to guess nothing of amounts: what it reads, it read in the text, and can point to it.
 * Entry: {@code Reading}.
 */
package io.sumbrel.core.matching.reading;
