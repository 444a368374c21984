package io.sumbrel.core.deposit;

/**
 * A deposit and where it reaches the bank.
 *
 * @param account number of the bank account
 */
public record BankedDeposit(String account, Deposit deposit) {}
