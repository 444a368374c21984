/**
 * How a rule of the job says no: a stable code and a sentence for people. Entry: {@code Refusal}.
 */
package io.sumbrel.core.refusal;
