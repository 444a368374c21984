/**
 * What a card processor sends, beside what is explained row by row: fees, reserves, sales that pay
 * no item and sales that were recorded before. Entry: {@code Payout}. Amounts in minor units.
 */
package io.sumbrel.core.payout;
