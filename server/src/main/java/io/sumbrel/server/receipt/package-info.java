/**
 * Money that must be explained: entries of the bank and members of deposits, as rows. Entry: {@code
 * MoneyLines} reads them, {@code MoneyIntake} alone writes them.
 */
@Publishes("money_in")
package io.sumbrel.server.receipt;

import io.sumbrel.server.persistence.Publishes;
