/**
 * How good and how fast the matching is: invented companies of which the truth is known, the
 * figures measured on them, and independent solvers. Entry: {@code MatchBench}.
 */
package io.sumbrel.bench.match;
