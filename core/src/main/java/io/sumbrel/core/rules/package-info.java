/** What a house has decided for itself. Entry: {@code HouseLimits}. */
package io.sumbrel.core.rules;
