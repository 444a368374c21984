/** The sets of books: the house, its zone and its business date. Entry: {@code Houses}. */
@Publishes({})
package io.sumbrel.server.books;

import io.sumbrel.server.persistence.Publishes;
