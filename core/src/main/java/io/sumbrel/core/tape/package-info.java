/**
 * The strip on which a sum is explained, and the rules it must meet before it is posted. Entry:
 * {@code Tape}.
 */
package io.sumbrel.core.tape;
