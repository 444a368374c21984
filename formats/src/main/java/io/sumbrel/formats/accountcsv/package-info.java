/** Lists of ledger accounts. */
package io.sumbrel.formats.accountcsv;
