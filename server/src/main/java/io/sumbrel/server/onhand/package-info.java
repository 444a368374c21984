/** Receipts that are taken in by hand, and kept until they are banked. */
package io.sumbrel.server.onhand;
