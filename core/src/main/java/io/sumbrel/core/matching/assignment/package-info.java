/** One joint choice in which nothing is promised twice. Entry: {@code JointPlan}. */
package io.sumbrel.core.matching.assignment;
