package io.sumbrel.server.payout;

import io.sumbrel.core.ledger.AccountCode;
import io.sumbrel.core.payout.ProcessorAccounts;
import io.sumbrel.core.payout.ProcessorAccounts.Booked;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.util.Optional;

@Entity
@Table(name = "processor")
class ProcessorRow {
  /** How it writes its payouts. */
  @Id Long layoutId;

  long booksId;
  String name;
  String salesAccount;
  String salesTax;
  String feesAccount;
  String feesTax;
  String adjustmentsAccount;
  String adjustmentsTax;

  /** The account as whose statement it is read; empty where it is read by payouts. */
  Long statementAccountId;

  ProcessorAccounts accounts() {
    return new ProcessorAccounts(
        booked(salesAccount, salesTax),
        booked(feesAccount, feesTax),
        booked(adjustmentsAccount, adjustmentsTax));
  }

  void book(ProcessorAccounts accounts) {
    salesAccount = accounts.sales().account().code();
    salesTax = accounts.sales().taxCode().orElse(null);
    feesAccount = accounts.fees().account().code();
    feesTax = accounts.fees().taxCode().orElse(null);
    adjustmentsAccount = accounts.adjustments().account().code();
    adjustmentsTax = accounts.adjustments().taxCode().orElse(null);
  }

  private static Booked booked(String account, String tax) {
    return new Booked(new AccountCode(account), Optional.ofNullable(tax));
  }
}
