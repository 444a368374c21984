/**
 * Lockbox files of fixed width, by a layout that says where each field stands. Entry: {@code
 * LockboxReader}.
 */
package io.sumbrel.formats.lockbox;
