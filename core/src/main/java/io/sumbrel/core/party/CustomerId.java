package io.sumbrel.core.party;

/** Names one customer within a set of books. */
public record CustomerId(long number) {}
