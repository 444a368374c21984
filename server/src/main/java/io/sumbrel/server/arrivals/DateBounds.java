package io.sumbrel.server.arrivals;

import io.sumbrel.core.bank.StatementEntry;
import io.sumbrel.core.deposit.BankedDeposit;
import io.sumbrel.core.deposit.DepositMember;
import io.sumbrel.core.receipt.PastPayment;
import io.sumbrel.core.rules.HouseLimits;
import io.sumbrel.server.books.Houses;
import io.sumbrel.server.rules.Limits;
import java.time.LocalDate;
import java.util.Locale;
import org.springframework.stereotype.Component;

/** Refuses money that is dated far off: it would stand in the way of all that follows. */
@Component
class DateBounds {
  private final Limits limits;
  private final Houses names;

  DateBounds(Limits limits, Houses names) {
    this.limits = limits;
    this.names = names;
  }

  /**
   * @throws io.sumbrel.core.refusal.Refusal {@code date-bounds} with the first line that is
   */
  void require(long booksId, ArrivedFile file) {
    HouseLimits bounds = limits.of(booksId);
    LocalDate today = names.businessDate(booksId);
    file.statements()
        .forEach(
            s -> {
              for (StatementEntry entry : s.bookedEntries()) {
                bounds.requireWithinDates(line(entry.place()), entry.bookingDate(), today);
              }
              s.frame()
                  .closing()
                  .ifPresent(
                      b ->
                          bounds.requireWithinDates(
                              "The closing balance of statement " + s.number(), b.date(), today));
            });
    for (BankedDeposit banked : file.deposits()) {
      String words = banked.deposit().words();
      bounds.requireWithinDates(
          words.substring(0, 1).toUpperCase(Locale.ROOT) + words.substring(1),
          banked.deposit().date(),
          today);
      for (DepositMember member : banked.deposit().members()) {
        bounds.requireWithinDates(line(member.place()), member.date(), today);
      }
    }
    file.onHand()
        .forEach(
            o -> bounds.requireWithinDates(line(o.receipt().place()), o.receipt().date(), today));
    file.tills().forEach(t -> bounds.requireWithinDates(t.words(), t.day(), today));
    for (PastPayment past : file.past()) {
      bounds.requireWithinDates(line(past.place()), past.date(), today);
    }
  }

  private static String line(int place) {
    return "Line " + place;
  }
}
