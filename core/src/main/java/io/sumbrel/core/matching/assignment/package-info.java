/** One joint choice in which nothing is promised twice. Entry: {@code GreedyAssignment}. */
package io.sumbrel.core.matching.assignment;
