package io.sumbrel.core.openitem;

/** Names one open item within a set of books. */
public record ItemId(long number) {}
