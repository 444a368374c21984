/** Why a proposal is made: one record for each kind of reason. Entry: {@code Evidence}. */
package io.sumbrel.core.evidence;
