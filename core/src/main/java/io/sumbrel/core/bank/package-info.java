/**
 * What a bank states about an account: statements and their entries. Entry: {@code BankStatement}.
 */
package io.sumbrel.core.bank;
