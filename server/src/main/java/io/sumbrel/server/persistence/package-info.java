/** What all rows share. */
package io.sumbrel.server.persistence;
