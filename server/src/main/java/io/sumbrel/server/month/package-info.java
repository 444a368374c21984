/**
 * The months of the books: which are closed, and what was proved when they were. Entry: {@code
 * Months}, {@code ProvedPoints}.
 */
@Publishes({})
package io.sumbrel.server.month;

import io.sumbrel.server.persistence.Publishes;
