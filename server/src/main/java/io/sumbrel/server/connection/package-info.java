/**
 * Connections to banks, processors and the seller's own system, from which files are fetched by
 * date. Entry: {@code FetchFiles}.
 */
package io.sumbrel.server.connection;
