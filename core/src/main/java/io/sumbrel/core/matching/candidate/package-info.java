/**
 * Which open items may be meant, by number, name and amount; indices in, indices out. Entry: {@code
 * NumberKeys}, {@code NameIndex}, {@code LongIndex}.
 */
package io.sumbrel.core.matching.candidate;
