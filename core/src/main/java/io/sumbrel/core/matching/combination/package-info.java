/**
 * Which sets of amounts reach a sum, and how many: every answer says how far it was searched.
 * Entry: {@code SetSearch}.
 */
package io.sumbrel.core.matching.combination;
