package io.sumbrel.server.receipt;

/**
 * What was taken in of a file.
 *
 * @param minor in minor units
 */
public record TakenIn(long count, long minor) {}
