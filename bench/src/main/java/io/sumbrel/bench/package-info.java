/** Benchmarks (JMH), and the seeded companies they run on. Trust ratios more than times. */
package io.sumbrel.bench;
