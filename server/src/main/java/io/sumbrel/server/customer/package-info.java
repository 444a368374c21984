/** Customers and their items. */
package io.sumbrel.server.customer;
