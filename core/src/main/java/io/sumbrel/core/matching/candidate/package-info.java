/**
 * Which open items may be meant, by number and by amount; indices in, indices out. Entry: {@code
 * NumberIndex}.
 */
package io.sumbrel.core.matching.candidate;
