/**
 * Copies of the house that are made while it is at work, read back, and brought to life again.
 * Entry: {@code BackUps} in the server, {@code Keeper} from the command line.
 */
package io.sumbrel.server.backup;
