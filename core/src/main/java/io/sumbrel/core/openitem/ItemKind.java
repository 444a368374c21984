package io.sumbrel.core.openitem;

import io.sumbrel.core.ledger.AccountCode;
import io.sumbrel.core.ledger.StandardAccount;

/** What an open item is. Invoices are open above zero, credits below. */
public enum ItemKind {
  INVOICE("invoice", StandardAccount.RECEIVABLES),
  CREDIT_NOTE("credit note", StandardAccount.RECEIVABLES),
  /** Money of a known customer that was placed on no item. */
  ON_ACCOUNT("on account", StandardAccount.RECEIVABLES),
  /** What a customer owes for money that was paid out: a payment that came back, a charge. */
  OWED("owed again", StandardAccount.RECEIVABLES),
  /** Money of an unknown payer. */
  UNIDENTIFIED("unidentified", StandardAccount.UNIDENTIFIED_RECEIPTS),
  /** Money that left one bank account of the house for another, which has not shown it yet. */
  TRANSFER_TO_COME("own transfer to come in", StandardAccount.TRANSFERS_IN_TRANSIT),
  /** Money that came from another bank account of the house, which has not shown it leave yet. */
  TRANSFER_TO_GO("own transfer to go out", StandardAccount.TRANSFERS_IN_TRANSIT),
  /** Money that was decided to be paid back, which the bank has not shown yet. */
  PAYMENT_TO_GO("payment to go out", StandardAccount.PAYMENTS_IN_TRANSIT);

  private final String words;
  private final StandardAccount account;

  ItemKind(String words, StandardAccount account) {
    this.words = words;
    this.account = account;
  }

  public String words() {
    return words;
  }

  /** The ledger account on which what is open of it stands. */
  public AccountCode account() {
    return account.code();
  }

  /** Whether it is of a customer. */
  public boolean isOfCustomer() {
    return account == StandardAccount.RECEIVABLES;
  }

  /** Whether it is money on its way between bank accounts of the house. */
  public boolean isTransfer() {
    return account == StandardAccount.TRANSFERS_IN_TRANSIT;
  }

  /** Whether it stands only until an entry of the bank meets it, whole. */
  public boolean isOnItsWay() {
    return isTransfer() || this == PAYMENT_TO_GO;
  }

  /** Whether who pays may name it: by a number that stands on a document. */
  public boolean isNamed() {
    return this == INVOICE || this == CREDIT_NOTE;
  }

  /** Whether its open amount is below zero: we owe it, or may use it. */
  public boolean isCredit() {
    return this != INVOICE && this != OWED && this != TRANSFER_TO_COME;
  }
}
