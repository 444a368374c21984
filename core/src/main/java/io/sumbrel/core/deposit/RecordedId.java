package io.sumbrel.core.deposit;

/** A deposit, or a receipt on hand: what is in the books and waits for the bank to show it. */
public record RecordedId(long number) {}
