/**
 * What is to be matched: the pile, the items it may pay, and what is remembered of those who pay,
 * arranged so that a look takes no search. A problem is never changed; after an act {@code with}
 * gives the next one, which shares what did not change. Nothing here weighs or proposes.
 */
package io.sumbrel.core.matching.problem;
