/**
 * Money as whole minor units of an ISO 4217 currency; never floating point. Entry: {@code Money}.
 */
package io.sumbrel.core.money;
