package io.sumbrel.core.deposit;

import io.sumbrel.core.remittance.RemittanceDetail;
import java.util.List;

/**
 * A cheque that the bank took out of an envelope.
 *
 * @param item its number in the batch
 * @param amountMinor in hundredths
 * @param routing the routing number of the payer's bank, from the cheque's magnetic line
 * @param account the payer's account there
 */
public record LockboxCheque(
    int place,
    String item,
    long amountMinor,
    String routing,
    String account,
    String number,
    String remitter,
    List<RemittanceDetail> details) {

  public LockboxCheque {
    details = List.copyOf(details);
  }
}
