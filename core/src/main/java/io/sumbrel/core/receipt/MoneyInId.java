package io.sumbrel.core.receipt;

/** Names one sum that must be explained, within a set of books. */
public record MoneyInId(long number) {}
