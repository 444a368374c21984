package io.sumbrel.core.ledger;

/**
 * The ledger accounts that every set of books starts with, beside one for each bank account. The
 * posting table knows them by these names; number and wording are the house's.
 */
public enum StandardAccount {
  PETTY_CASH("1000", "Petty cash", AccountUse.CONTROL),
  RECEIVABLES("1100", "Receivables", AccountUse.CONTROL),
  CHEQUES_ON_HAND("1210", "Cheques on hand", AccountUse.CONTROL),
  TILL_CASH("1220", "Till cash", AccountUse.CONTROL),
  DEPOSITS_IN_TRANSIT("1230", "Deposits in transit", AccountUse.CONTROL),
  LOCKBOX_CLEARING("1240", "Lockbox clearing", AccountUse.CONTROL),
  PROCESSOR_BALANCE("1250", "Processor balance", AccountUse.CONTROL),
  PROCESSOR_RESERVE("1260", "Processor reserve", AccountUse.CONTROL),
  TRANSFERS_IN_TRANSIT("1270", "Transfers in transit", AccountUse.CONTROL),
  CURRENCY_CLEARING("1290", "Currency clearing", AccountUse.CONTROL),
  TAX_WITHHELD("1350", "Tax withheld by customers", AccountUse.FREE),
  TAX_ON_PURCHASES("1360", "Tax on purchases", AccountUse.FREE),
  UNIDENTIFIED_RECEIPTS("2150", "Unidentified receipts", AccountUse.CONTROL),
  PAYMENTS_IN_TRANSIT("2160", "Payments in transit", AccountUse.CONTROL),
  SALES_TAX("2200", "Sales tax", AccountUse.FREE),
  BROUGHT_FORWARD("3900", "Brought forward", AccountUse.CONTROL),
  BILLING_CLEARING("3950", "Billing clearing", AccountUse.CONTROL),
  SALES("4000", "Sales", AccountUse.FREE),
  RETURNED_SALES("4100", "Returned sales", AccountUse.FREE),
  OTHER_INCOME("4800", "Other income", AccountUse.FREE),
  INTEREST_RECEIVED("4850", "Interest received", AccountUse.FREE),
  DISCOUNTS("4900", "Discounts granted", AccountUse.FREE),
  ALLOWANCES("4910", "Price and quantity allowances", AccountUse.FREE),
  BANK_CHARGES("6100", "Bank charges", AccountUse.FREE),
  PROCESSOR_FEES("6110", "Processor fees", AccountUse.FREE),
  SMALL_DIFFERENCES("6200", "Small differences", AccountUse.FREE),
  ROUNDING("6210", "Rounding", AccountUse.FREE),
  DEPOSIT_DIFFERENCES("6220", "Deposit differences", AccountUse.CONTROL),
  TILL_DIFFERENCES("6230", "Till differences", AccountUse.CONTROL),
  EXCHANGE_DIFFERENCES("6240", "Exchange differences", AccountUse.CONTROL),
  OTHER_EXPENSE("6900", "Other expense", AccountUse.FREE);

  private final AccountCode code;
  private final String words;
  private final AccountUse use;

  StandardAccount(String code, String words, AccountUse use) {
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

  /** As every house begins with it: its number is its code. */
  public LedgerAccount account() {
    return new LedgerAccount(code, code.code(), words, use, false);
  }
}
