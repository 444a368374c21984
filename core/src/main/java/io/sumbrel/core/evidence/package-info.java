/** Why a proposal is made: one record for each reason. Entry: {@code Evidence}. */
package io.sumbrel.core.evidence;
