package io.sumbrel.core.matching.assignment;

/**
 * One way for one claimant.
 *
 * @param points the log-odds against "none of these", in thousandths
 * @param resources what it draws on, by index, each once
 * @param amounts how much of each, above zero
 */
public record Option(int points, int[] resources, long[] amounts) {}
