/**
 * A bank that stands in for one: it holds the house's accounts, a lockbox, and the account of a
 * card processor, and makes the files of each day. Entry: {@code SimulatedBank}. Amounts in minor
 * units.
 */
package io.sumbrel.standin.bank;
