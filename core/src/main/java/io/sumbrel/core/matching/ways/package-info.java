/**
 * The ways that may explain one sum, against what is left on the items: which items, how much on
 * each, and what differs; and what speaks for each way. Promises that a search within its budget
 * finds every way of the shapes that it knows, and says how far it looked. Entry: {@code
 * WaySearch}.
 */
package io.sumbrel.core.matching.ways;
