/** The demonstration house. */
package io.sumbrel.server.standin;
