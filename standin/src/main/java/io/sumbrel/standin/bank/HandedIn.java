package io.sumbrel.standin.bank;

import java.time.LocalDate;

/** A slip that was handed in at the counter. */
public record HandedIn(String account, String number, LocalDate day, long amountMinor) {}
