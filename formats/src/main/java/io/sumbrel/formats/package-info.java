/**
 * Bytes to values of the core: one package for each format, each with one public reader. Every
 * reader names the 1-based line of what it found wrong, goes on to the end, and guesses nothing
 * silently. Entry: {@code FileKind} says which reader a file needs.
 */
package io.sumbrel.formats;
