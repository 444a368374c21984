/**
 * Money that must be explained: entries of the bank and members of deposits, as rows. Entry: {@code
 * MoneyLines} reads them, {@code MoneyIntake} alone writes them; {@code SetAsides} knows those that
 * nobody works on.
 */
@Publishes({"money_in", "set_aside"})
package io.sumbrel.server.receipt;

import io.sumbrel.server.persistence.Publishes;
