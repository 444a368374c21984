/** What people write beside sums, items, customers and deposits. Entry: {@code Notes}. */
package io.sumbrel.server.note;
