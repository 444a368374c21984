package io.sumbrel.core.bank;

import java.time.LocalDate;
import java.util.Objects;

/** What an account holds at the end of a day by the bank's word, in signed minor units. */
public record Balance(LocalDate date, long minor) {
  public Balance {
    Objects.requireNonNull(date);
  }
}
