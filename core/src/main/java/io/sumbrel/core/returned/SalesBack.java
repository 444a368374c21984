package io.sumbrel.core.returned;

import io.sumbrel.core.deposit.MemberKind;
import io.sumbrel.core.evidence.Evidence;
import io.sumbrel.core.matching.Certainty;
import io.sumbrel.core.money.Money;
import io.sumbrel.core.money.Proportion;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.party.Customer;
import io.sumbrel.core.party.CustomerId;
import io.sumbrel.core.receipt.MoneyIn;
import io.sumbrel.core.tape.LineKind;
import io.sumbrel.core.tape.ShortPayReason;
import io.sumbrel.core.tape.Tape;
import io.sumbrel.core.tape.TapeLine;
import io.sumbrel.core.tax.TaxPart;
import io.sumbrel.core.usual.OtherWay;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * What a refund or a chargeback of a payout does to the sale that it names, where that was
 * explained by itself. A chargeback opens the invoice again. A refund waits at the customer for the
 * seller's credit note, or goes to the account of the sale with the tax that was in it: common
 * practice.
 */
public final class SalesBack {
  private SalesBack() {}

  /**
   * @param row what the processor took off
   * @param number the processor's, which both carry
   * @param sale that is in the books
   */
  public static List<OtherWay> waysFor(
      MoneyIn row,
      MemberKind kind,
      String number,
      Returns.Receipt sale,
      Map<CustomerId, Customer> customers) {
    long out = -row.amountMinor();
    if (row.isIn() || out > sale.money().amountMinor()) {
      return List.of();
    }
    List<Evidence> why =
        List.of(
            new Evidence.NumberOfReceipt(number, Optional.empty()),
            new Evidence.ReceivedSo(
                sale.number(), sale.money().amount(), sale.money().bookingDate()));
    return (kind == MemberKind.CHARGEBACK
            ? chargedBack(sale, number, out)
            : refunded(row, sale, customers))
        .map(w -> new OtherWay(w.words, w.lines, Certainty.LIKELY, why)).stream().toList();
  }

  private record Way(String words, List<TapeLine> lines) {}

  private static Optional<Way> chargedBack(Returns.Receipt sale, String number, long out) {
    List<TapeLine> lines =
        sale.returned().isReturnable()
            ? sale.returned().lines(out).stream().map(SalesBack::contested).toList()
            : List.of();
    return lines.isEmpty()
        ? Optional.empty()
        : Optional.of(
            new Way(
                "charged back, sale %s of %s (%s)"
                    .formatted(number, sale.money().words(), sale.number()),
                lines));
  }

  /** An invoice that is open again is followed up: it may be won back. */
  private static TapeLine contested(TapeLine line) {
    return line.kind() == LineKind.REOPENS ? line.leavingOpen(ShortPayReason.CHARGED_BACK) : line;
  }

  private static Optional<Way> refunded(
      MoneyIn row, Returns.Receipt sale, Map<CustomerId, Customer> customers) {
    Tape tape = sale.returned().receipt();
    Money back = row.amount().negated();
    Optional<Customer> customer =
        tape.items().values().stream()
            .flatMap((OpenItem i) -> i.customer().stream())
            .findFirst()
            .map(customers::get);
    if (customer.isPresent()) {
      return Optional.of(
          new Way(
              "paid back, owed by %s until the credit note comes".formatted(customer.get().name()),
              List.of(TapeLine.owed(customer.get().id(), back))));
    }
    return tape.lines().size() == 1 && tape.lines().get(0).kind() == LineKind.TO_ACCOUNT
        ? Optional.of(
            new Way(
                "paid back, as the sale was booked (%s)".formatted(sale.number()),
                List.of(toAccount(tape.lines().get(0), back))))
        : Optional.empty();
  }

  /** Tax goes back in proportion, half up. */
  private static TapeLine toAccount(TapeLine sold, Money back) {
    TapeLine line = TapeLine.toAccount(sold.account().orElseThrow(), back);
    return sold.tax()
        .map(
            t ->
                line.taxed(
                    new TaxPart(
                        t.code(),
                        t.account(),
                        Proportion.halfUp(back.minor(), t.minor(), sold.amountMinor()))))
        .orElse(line);
  }
}
