/** Files that come in: shown before they count, taken in whole or not at all. */
package io.sumbrel.server.arrivals;
