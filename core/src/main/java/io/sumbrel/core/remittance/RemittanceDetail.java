package io.sumbrel.core.remittance;

import java.util.Objects;

/**
 * One document that a payment is said to cover.
 *
 * @param number of an invoice or order, as it was keyed
 * @param paidMinor what is paid on it, in minor units; below zero for a credit note taken off
 */
public record RemittanceDetail(String number, long paidMinor) {
  public RemittanceDetail {
    Objects.requireNonNull(number);
  }
}
