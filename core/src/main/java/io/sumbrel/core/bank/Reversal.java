package io.sumbrel.core.bank;

/**
 * The bank takes an earlier booking back; the entry itself already goes the other way.
 *
 * @param originalReference the reference of the booking that is taken back; empty when the file
 *     does not name it
 */
public record Reversal(String originalReference) {}
