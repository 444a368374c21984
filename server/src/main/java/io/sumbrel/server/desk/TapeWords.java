package io.sumbrel.server.desk;

import io.sumbrel.core.ledger.AccountUse;
import io.sumbrel.core.matching.Taught;
import io.sumbrel.core.party.Customer;
import io.sumbrel.core.party.CustomerId;
import io.sumbrel.core.tape.LineKind;
import io.sumbrel.core.tape.Tape;
import io.sumbrel.core.tape.TapeLine;
import io.sumbrel.server.chart.Charts;
import io.sumbrel.server.party.Customers;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** What a posted tape did, in a few words. */
@Component
class TapeWords {
  private final Customers customers;
  private final Charts charts;

  TapeWords(Customers customers, Charts charts) {
    this.customers = customers;
    this.charts = charts;
  }

  /** Such as {@code Posted 1,262.00 to Kestrel Lane Pottery}. */
  String of(long booksId, Tape tape) {
    String goal = goal(booksId, tape);
    if (tape.money().moneyIn().isEmpty()) {
      return tape.lines().stream()
          .filter(l -> l.kind() == LineKind.TO_PAY)
          .findFirst()
          .map(l -> "To be paid back: %s %s".formatted(l.amount().words(), goal))
          .orElse("Used credits " + goal);
    }
    boolean returns = tape.lines().stream().anyMatch(l -> l.kind().isOfReturn());
    return "Posted %s %s%s"
        .formatted(tape.money().words(), goal, returns ? ", a returned payment" : "");
  }

  /** What was learned, and how it is forgotten again. */
  Posted.TaughtView of(long booksId, Taught taught) {
    return Posted.TaughtView.of(taught, customers.one(booksId, taught.customer()).name());
  }

  private String goal(long booksId, Tape tape) {
    List<CustomerId> all =
        tape.lines().stream()
            .flatMap(
                l ->
                    l
                        .customer()
                        .or(() -> l.item().flatMap(i -> tape.items().get(i).customer()))
                        .stream())
            .distinct()
            .toList();
    if (all.isEmpty()) {
      return transfer(tape).or(() -> ledgerAccount(booksId, tape)).orElse("without a customer");
    }
    Map<CustomerId, Customer> byId = customers.find(booksId, all);
    boolean owed = tape.lines().stream().allMatch(l -> l.kind() == LineKind.OWED);
    return (owed ? "as owed by " : "to ")
        + byId.get(all.get(0)).name()
        + (all.size() > 1 ? " and " + (all.size() - 1) + " more" : "");
  }

  /** What was on its way, and is met by the tape. */
  private static Optional<String> transfer(Tape tape) {
    return tape.items().values().stream()
        .filter(i -> i.kind().isOnItsWay())
        .map(i -> (i.kind().isTransfer() ? "as the other half of " : "as decided by ") + i.number())
        .findFirst();
  }

  /** The ledger account to which money went that is no customer's, or from which it came. */
  private Optional<String> ledgerAccount(long booksId, Tape tape) {
    return tape.lines().stream()
        .filter(l -> l.kind() == LineKind.TRANSFER || l.kind() == LineKind.TO_ACCOUNT)
        .max(Comparator.comparing(TapeLine::kind))
        .flatMap(TapeLine::account)
        .flatMap(charts.of(booksId)::account)
        .map(
            a ->
                (a.use() == AccountUse.BANK && !tape.money().isPaidOut() ? "from " : "to ")
                    + a.number()
                    + " "
                    + a.name());
  }
}
