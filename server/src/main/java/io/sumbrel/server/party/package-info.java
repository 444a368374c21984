/** Customers: who is billed, and for whom. Entry: {@code Customers}. */
@Publishes("customer")
package io.sumbrel.server.party;

import io.sumbrel.server.persistence.Publishes;
