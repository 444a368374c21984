/** Customers and how their names are written. Entry: {@code Customer}. */
package io.sumbrel.core.party;
