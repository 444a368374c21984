/** Money that must be explained, whichever way it came. Entry: {@code MoneyIn}. */
package io.sumbrel.core.receipt;
