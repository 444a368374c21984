/** The first start of a house, and who belongs to it. Entry: {@code FirstStart}, {@code Team}. */
package io.sumbrel.server.setup;
