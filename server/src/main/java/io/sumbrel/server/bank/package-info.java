/**
 * The bank accounts of a house and what the bank stated of them, statement after statement. Entry:
 * {@code BankAccounts}, {@code StatementChain}.
 */
@Publishes("bank_account")
package io.sumbrel.server.bank;

import io.sumbrel.server.persistence.Publishes;
