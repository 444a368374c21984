/** Exchange rates by day. Entry: {@code RateCsvReader}. */
package io.sumbrel.formats.ratecsv;
