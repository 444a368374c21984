/** What tills report of a day, as CSV. */
package io.sumbrel.formats.tillcsv;
