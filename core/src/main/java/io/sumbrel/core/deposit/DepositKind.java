package io.sumbrel.core.deposit;

import io.sumbrel.core.bank.Method;
import io.sumbrel.core.ledger.StandardAccount;
import java.util.EnumSet;
import java.util.Set;

/** Who put the sum together, and where it stands in the ledger until the bank shows it. */
public enum DepositKind {
  /** Ours: cheques and cash, handed in together. */
  SLIP(
      "deposit slip",
      StandardAccount.DEPOSITS_IN_TRANSIT,
      EnumSet.of(Method.DEPOSIT, Method.CHEQUE, Method.OTHER)),
  /** The bank's: cheques it took out of the post. */
  LOCKBOX_BATCH(
      "lockbox batch",
      StandardAccount.LOCKBOX_CLEARING,
      EnumSet.of(Method.LOCKBOX, Method.DEPOSIT, Method.CHEQUE, Method.OTHER)),
  /** The processor's: card sales less what it keeps. */
  PAYOUT(
      "payout",
      StandardAccount.PROCESSOR_BALANCE,
      EnumSet.of(Method.CARD, Method.TRANSFER, Method.OTHER)),
  /** What several paid, and the bank showed as one sum before anybody knew. */
  TOGETHER("receipts", StandardAccount.DEPOSITS_IN_TRANSIT, EnumSet.allOf(Method.class)),
  /** One receipt that was recorded before the bank showed it. */
  SINGLE("single receipt", StandardAccount.DEPOSITS_IN_TRANSIT, EnumSet.allOf(Method.class));

  private final String words;
  private final StandardAccount clearing;
  private final Set<Method> methods;

  DepositKind(String words, StandardAccount clearing, Set<Method> methods) {
    this.words = words;
    this.clearing = clearing;
    this.methods = methods;
  }

  public String words() {
    return words;
  }

  /** The account that its money stands on until it is tied to the bank's entry. */
  public StandardAccount clearing() {
    return clearing;
  }

  /** Whether the bank may show such a deposit as money that came so. */
  boolean comesBy(Method method) {
    return methods.contains(method);
  }
}
