/** The first start of a house. */
package io.sumbrel.server.setup;
