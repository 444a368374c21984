/**
 * Stand-ins for what is outside of the product: an invented house with its customers, and a bank
 * that holds its accounts. Pure: the same seed gives the same house, bank and files on every
 * machine. Amounts in minor units.
 */
package io.sumbrel.standin;
