/** Tax codes with their rates from a day on. Entry: {@code TaxCode}. */
package io.sumbrel.core.tax;
