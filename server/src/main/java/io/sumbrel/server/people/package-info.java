/** People and their rights. */
package io.sumbrel.server.people;
