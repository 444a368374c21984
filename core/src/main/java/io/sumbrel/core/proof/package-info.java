/**
 * The invariants of the books, each computed from facts other than the figure it checks. Entry:
 * {@code Proof}.
 */
package io.sumbrel.core.proof;
