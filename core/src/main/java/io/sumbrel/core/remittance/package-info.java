/** What a payer says a payment covers. Amounts in minor units. */
package io.sumbrel.core.remittance;
