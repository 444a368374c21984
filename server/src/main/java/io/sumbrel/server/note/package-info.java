/** What people write beside sums, items and customers. Entry: {@code Notes}. */
package io.sumbrel.server.note;
