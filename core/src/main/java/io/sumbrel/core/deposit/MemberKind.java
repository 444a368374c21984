package io.sumbrel.core.deposit;

import io.sumbrel.core.bank.Method;
import io.sumbrel.core.ledger.StandardAccount;

/** What a member of a deposit is. Sales add to it; what the processor keeps takes off. */
public enum MemberKind {
  CHEQUE("cheque", Method.CHEQUE, Explained.BY_A_TAPE),
  CASH("cash", Method.DEPOSIT, Explained.BY_A_TAPE),
  TRANSFER("transfer", Method.TRANSFER, Explained.BY_A_TAPE),
  CARD("card receipt", Method.CARD, Explained.BY_A_TAPE),
  SALE("sale", Method.CARD, Explained.BY_A_TAPE),
  REFUND("refund", Method.CARD, Explained.BY_A_TAPE),
  CHARGEBACK("chargeback", Method.RETURNED, Explained.BY_A_TAPE),
  FEE("fee", Method.CHARGE, Explained.WITH_THE_DEPOSIT),
  RETURNED_FEE("returned fee", Method.CHARGE, Explained.WITH_THE_DEPOSIT),
  RESERVE("reserve", Method.OTHER, Explained.WITH_THE_DEPOSIT),
  ADJUSTMENT("adjustment", Method.OTHER, Explained.WITH_THE_DEPOSIT);

  /** The account on which such a receipt stands while it is on hand. */
  public StandardAccount onHand() {
    return switch (this) {
      case CHEQUE -> StandardAccount.CHEQUES_ON_HAND;
      case CASH -> StandardAccount.TILL_CASH;
      case TRANSFER -> StandardAccount.DEPOSITS_IN_TRANSIT;
      default -> StandardAccount.PROCESSOR_BALANCE;
    };
  }

  /** Whether a house takes such money in by itself, before a bank or a processor tells of it. */
  public boolean isReceipt() {
    return this == CHEQUE || this == CASH || this == TRANSFER || this == CARD;
  }

  /** Whether somebody must say what it is, or the deposit's own posting does. */
  public enum Explained {
    BY_A_TAPE,
    WITH_THE_DEPOSIT
  }

  private final String words;
  private final Method method;
  private final Explained explained;

  MemberKind(String words, Method method, Explained explained) {
    this.words = words;
    this.method = method;
    this.explained = explained;
  }

  public String words() {
    return words;
  }

  public Method method() {
    return method;
  }

  public Explained explained() {
    return explained;
  }
}
