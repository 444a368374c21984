package io.sumbrel.core.ledger;

import java.util.List;

/** The ledger accounts that every set of books starts with, beside one for each bank account. */
public enum StandardAccount {
  RECEIVABLES("1100", "Receivables", Use.CONTROL),
  CHEQUES_ON_HAND("1210", "Cheques on hand", Use.CONTROL),
  TILL_CASH("1220", "Till cash", Use.CONTROL),
  DEPOSITS_IN_TRANSIT("1230", "Deposits in transit", Use.CONTROL),
  LOCKBOX_CLEARING("1240", "Lockbox clearing", Use.CONTROL),
  PROCESSOR_BALANCE("1250", "Processor balance", Use.CONTROL),
  TAX_WITHHELD("1350", "Tax withheld by customers", Use.FREE),
  UNIDENTIFIED_RECEIPTS("2150", "Unidentified receipts", Use.CONTROL),
  SALES_TAX("2200", "Sales tax", Use.FREE),
  BROUGHT_FORWARD("3900", "Brought forward", Use.CONTROL),
  BILLING_CLEARING("3950", "Billing clearing", Use.CONTROL),
  OTHER_INCOME("4800", "Other income", Use.FREE),
  INTEREST_RECEIVED("4850", "Interest received", Use.FREE),
  DISCOUNTS("4900", "Discounts granted", Use.FREE),
  ALLOWANCES("4910", "Price and quantity allowances", Use.FREE),
  BANK_CHARGES("6100", "Bank charges", Use.FREE),
  PROCESSOR_FEES("6110", "Processor fees", Use.FREE),
  SMALL_DIFFERENCES("6200", "Small differences", Use.FREE),
  ROUNDING("6210", "Rounding", Use.FREE),
  DEPOSIT_DIFFERENCES("6220", "Deposit differences", Use.CONTROL),
  OTHER_EXPENSE("6900", "Other expense", Use.FREE);

  /** Where money stands that was recorded and that the bank has not shown. */
  public static final List<StandardAccount> CLEARING =
      List.of(CHEQUES_ON_HAND, TILL_CASH, DEPOSITS_IN_TRANSIT, LOCKBOX_CLEARING, PROCESSOR_BALANCE);

  /** Whether a clerk may place money on an account, or only the posting table may. */
  public enum Use {
    CONTROL,
    FREE
  }

  private final AccountCode code;
  private final String words;
  private final Use use;

  StandardAccount(String code, String words, Use use) {
    this.code = new AccountCode(code);
    this.words = words;
    this.use = use;
  }

  public AccountCode code() {
    return code;
  }

  public String words() {
    return words;
  }

  public Use use() {
    return use;
  }
}
