/** ISO 20022 bank statements (camt.053), all versions. Entry: {@code CamtStatementReader}. */
package io.sumbrel.formats.camt;
