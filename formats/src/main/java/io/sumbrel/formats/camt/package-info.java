/**
 * ISO 20022 account statements (camt.053), reports (camt.052) and notifications (camt.054), all
 * versions. Entry: {@code CamtReader}.
 */
package io.sumbrel.formats.camt;
