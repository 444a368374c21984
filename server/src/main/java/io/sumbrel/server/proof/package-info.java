/** The invariants, computed live from the stored facts. */
package io.sumbrel.server.proof;
