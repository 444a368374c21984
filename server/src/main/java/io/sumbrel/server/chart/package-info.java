/**
 * What the books are made of: ledger accounts, reasons of differences, tax codes, payment methods.
 * Entry: {@code Charts}.
 */
@Publishes({})
package io.sumbrel.server.chart;

import io.sumbrel.server.persistence.Publishes;
