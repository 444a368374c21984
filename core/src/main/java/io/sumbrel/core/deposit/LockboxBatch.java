package io.sumbrel.core.deposit;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Currency;
import java.util.List;
import java.util.Optional;

/** The cheques of one envelope round of a lockbox, banked together as one sum. */
public record LockboxBatch(
    String lockbox, String batch, LocalDate date, List<LockboxCheque> cheques) {

  public LockboxBatch {
    cheques = List.copyOf(cheques);
  }

  public long totalMinor() {
    return cheques.stream().mapToLong(LockboxCheque::amountMinor).sum();
  }

  /**
   * The deposit that the bank will show as one sum.
   *
   * @param currency of the account into which the box is paid; the file does not state it
   */
  public Deposit toDeposit(Currency currency) {
    List<DepositMember> members = new ArrayList<>();
    for (LockboxCheque c : cheques) {
      members.add(
          new DepositMember(
              c.place(),
              MemberKind.CHEQUE,
              date,
              c.amountMinor(),
              c.number(),
              Optional.of(c.remitter()).filter(r -> !r.isEmpty()),
              Optional.of((c.routing() + " " + c.account()).strip()).filter(a -> !a.isEmpty()),
              c.details(),
              ""));
    }
    return new Deposit(
        DepositKind.LOCKBOX_BATCH, currency, lockbox + "-" + batch, date, totalMinor(), members);
  }
}
