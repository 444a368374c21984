/** SWIFT customer statements (MT940, MT942) as banks' files hold them. Entry: {@code MtReader}. */
package io.sumbrel.formats.mt;
