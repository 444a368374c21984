/**
 * Why what was received is not what is settled, and how far people may go with each reason. Entry:
 * {@code DifferenceReason}.
 */
package io.sumbrel.core.difference;
