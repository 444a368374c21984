/**
 * What a set of books is made of: accounts, reasons, tax codes, methods, as data of the house.
 * Entry: {@code Chart}.
 */
package io.sumbrel.core.chart;
