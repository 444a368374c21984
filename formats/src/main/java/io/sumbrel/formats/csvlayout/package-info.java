/**
 * Bank entries from CSV in whatever columns a bank uses, by a layout that a person made once.
 * Entry: {@code CsvLayoutReader}.
 */
package io.sumbrel.formats.csvlayout;
