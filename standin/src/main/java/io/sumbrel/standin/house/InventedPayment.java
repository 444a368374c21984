package io.sumbrel.standin.house;

import io.sumbrel.core.bank.Method;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;

/**
 * A payment as it reaches the bank, with the truth of what it pays.
 *
 * @param amountMinor what reaches the bank
 * @param text what the payer wrote
 * @param invoices all of them settled in full
 * @param discountMinor taken by the payer
 * @param chargeMinor kept by a bank on the way
 */
public record InventedPayment(
    LocalDate date,
    int customer,
    String payer,
    Optional<String> payerAccount,
    Method method,
    long amountMinor,
    String text,
    List<InventedInvoice> invoices,
    long discountMinor,
    long chargeMinor) {

  public InventedPayment {
    invoices = List.copyOf(invoices);
  }
}
