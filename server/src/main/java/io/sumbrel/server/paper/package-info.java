/** Pictures and documents beside sums, items, customers and deposits. Entry: {@code Papers}. */
package io.sumbrel.server.paper;
