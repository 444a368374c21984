/** Which sets of amounts reach a sum; complete up to a stated size. Entry: {@code Combinations}. */
package io.sumbrel.core.matching.combination;
