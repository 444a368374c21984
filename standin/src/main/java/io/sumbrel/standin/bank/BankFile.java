package io.sumbrel.standin.bank;

import java.time.LocalDate;

/** A file that the bank offers, of one day. */
public record BankFile(String name, LocalDate day, byte[] content) {}
