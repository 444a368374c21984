package io.sumbrel.server.desk;

import io.sumbrel.core.party.Customer;
import io.sumbrel.core.party.CustomerId;
import io.sumbrel.core.posting.PostingNumber;
import io.sumbrel.core.receipt.MoneyIn;
import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.core.tape.DifferenceReason;
import io.sumbrel.core.tape.LineKind;
import io.sumbrel.core.tape.Tape;
import io.sumbrel.core.tape.TapeLine;
import io.sumbrel.server.arrivals.MoneyLine;
import io.sumbrel.server.arrivals.MoneyLines;
import io.sumbrel.server.books.BankAccount;
import io.sumbrel.server.books.Customers;
import io.sumbrel.server.books.OpenBooks;
import io.sumbrel.server.books.Postings;
import io.sumbrel.server.desk.DeskViews.DoneView;
import io.sumbrel.server.people.Actor;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** What is explained: every sum that was posted, by what and by whom. */
@Component
class DoneList {
  private final MoneyLines moneyLines;
  private final OpenBooks accounts;
  private final Customers customers;
  private final Postings postings;

  DoneList(MoneyLines moneyLines, OpenBooks accounts, Customers customers, Postings postings) {
    this.moneyLines = moneyLines;
    this.accounts = accounts;
    this.customers = customers;
    this.postings = postings;
  }

  /** Everything explained, newest first, with what was turned back. */
  @Transactional(readOnly = true)
  List<DoneView> all(Actor actor, Optional<Long> accountId) {
    Map<MoneyInId, MoneyLine> lines =
        moneyLines.all(actor.booksId()).stream()
            .collect(Collectors.toMap(l -> l.moneyIn().id(), Function.identity()));
    Map<MoneyInId, MoneyIn> money = new HashMap<>();
    lines.forEach((id, line) -> money.put(id, line.moneyIn()));
    Map<Long, String> names =
        accounts.accounts(actor.booksId()).stream()
            .collect(Collectors.toMap(BankAccount::id, BankAccount::shortName));
    Map<CustomerId, Customer> byId = customers.byId(actor.booksId());
    List<DoneView> done = new ArrayList<>();
    for (Postings.Stored stored : postings.all(actor.booksId(), money)) {
      Optional<MoneyLine> line = stored.moneyIn().map(lines::get);
      if (line.isPresent() && accountId.filter(a -> a != line.get().bankAccountId()).isEmpty()) {
        done.add(0, doneView(stored, line.get(), names, byId));
      }
    }
    return done;
  }

  private static DoneView doneView(
      Postings.Stored stored,
      MoneyLine line,
      Map<Long, String> names,
      Map<CustomerId, Customer> byId) {
    Tape tape = stored.posting().tape().orElseThrow();
    return new DoneView(
        stored.posting().number().words(),
        stored.posting().date(),
        stored.postedAt(),
        stored.actor(),
        line.moneyIn().id().number(),
        line.payer(),
        line.cameInto(names.get(line.bankAccountId())),
        line.moneyIn().currency().getCurrencyCode(),
        line.moneyIn().amountMinor(),
        tape.lines().stream().map(l -> words(tape, l, byId)).collect(Collectors.joining(", ")),
        stored.turnedBackBy().map(PostingNumber::words));
  }

  private static String words(Tape tape, TapeLine line, Map<CustomerId, Customer> byId) {
    if (line.kind() == LineKind.SETTLES || line.kind() == LineKind.CREDIT_USED) {
      return tape.itemOf(line).number();
    }
    String place = line.account().map(a -> " " + a.code()).orElse("");
    String whose = line.customer().map(c -> " of " + byId.get(c).name()).orElse("");
    return line.reason().map(DifferenceReason::words).orElse(line.kind().words()) + place + whose;
  }
}
