/**
 * An invented house of any size: customers with habits, their invoices, and how each is paid.
 * Entry: {@code InventedHouse}. Amounts in minor units.
 */
package io.sumbrel.standin.house;
