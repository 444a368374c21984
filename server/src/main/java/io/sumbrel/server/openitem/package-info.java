/** Invoices, credit notes and money that stays as credit, with what is open of each. */
@Publishes({"open_item", "item_balance"})
package io.sumbrel.server.openitem;

import io.sumbrel.server.persistence.Publishes;
