package io.sumbrel.server.bank;

import io.sumbrel.core.ledger.AccountCode;
import io.sumbrel.core.money.Money;
import java.time.LocalDate;

/** A bank account of the house, and where it begins. */
public record BankAccount(
    long id, String name, String number, AccountCode code, LocalDate beginsOn, Money beginsWith) {

  /** Its name with the last digits of its number, such as {@code Quayline ··4417}. */
  public String shortName() {
    return name + " ··" + number.substring(Math.max(0, number.length() - 4));
  }
}
