/**
 * The running product: keeps, serves, secures. Every act gathers facts, lets the core compute, and
 * stores.
 */
package io.sumbrel.server;
