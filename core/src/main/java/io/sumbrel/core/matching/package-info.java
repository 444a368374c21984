/**
 * What each sum pays: proposals and one plan over the whole pile. Deterministic: the same input
 * gives the same plan. Entry: {@code Planner}.
 */
package io.sumbrel.core.matching;
