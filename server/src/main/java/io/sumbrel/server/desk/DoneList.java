package io.sumbrel.server.desk;

import io.sumbrel.core.difference.DifferenceReason;
import io.sumbrel.core.learning.Decision;
import io.sumbrel.core.money.AmountText;
import io.sumbrel.core.party.Customer;
import io.sumbrel.core.party.CustomerId;
import io.sumbrel.core.posting.PostingNumber;
import io.sumbrel.core.receipt.MoneyIn;
import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.core.tape.LineKind;
import io.sumbrel.core.tape.Tape;
import io.sumbrel.core.tape.TapeLine;
import io.sumbrel.server.bank.BankAccount;
import io.sumbrel.server.bank.BankAccounts;
import io.sumbrel.server.desk.DeskViews.DoneListView;
import io.sumbrel.server.desk.DeskViews.DoneView;
import io.sumbrel.server.desk.DeskViews.TotalView;
import io.sumbrel.server.ledger.Postings;
import io.sumbrel.server.matching.DecisionRecord;
import io.sumbrel.server.party.Customers;
import io.sumbrel.server.people.Actor;
import io.sumbrel.server.receipt.MoneyLine;
import io.sumbrel.server.receipt.MoneyLines;
import java.util.ArrayList;
import java.util.Collections;
import java.util.Currency;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** What is explained: every sum that was posted, by what and by whom. */
@Component
class DoneList {
  private final MoneyLines moneyLines;
  private final BankAccounts accounts;
  private final Customers customers;
  private final Postings postings;
  private final DecisionRecord decisions;

  DoneList(
      MoneyLines moneyLines,
      BankAccounts accounts,
      Customers customers,
      Postings postings,
      DecisionRecord decisions) {
    this.moneyLines = moneyLines;
    this.accounts = accounts;
    this.customers = customers;
    this.postings = postings;
    this.decisions = decisions;
  }

  /**
   * What the list is narrowed to.
   *
   * @param how the code of a hand or of a ground; everything when it is empty
   * @param find what a row must hold somewhere; everything when it is empty
   */
  record Wanted(Optional<Long> account, String how, String find) {
    boolean has(Optional<MoneyLine> line) {
      return account.isEmpty() || line.map(MoneyLine::bankAccountId).equals(account);
    }

    boolean allows(Optional<Decision> decision) {
      return how.isEmpty()
          || decision.filter(d -> d.hand().name().equals(how)).isPresent()
          || decision.flatMap(Decision::ground).filter(g -> g.name().equals(how)).isPresent();
    }

    boolean has(DoneView view) {
      Currency currency = Currency.getInstance(view.currency());
      String all =
          String.join(
              " ",
              view.number(),
              view.payer(),
              view.words(),
              view.actor(),
              AmountText.plain(view.amountMinor(), currency),
              AmountText.words(view.amountMinor(), currency));
      return all.toLowerCase(Locale.ROOT).contains(find.strip().toLowerCase(Locale.ROOT));
    }
  }

  /** What is explained, newest first, with what was turned back; and what of it stands. */
  @Transactional(readOnly = true)
  DoneListView all(Actor actor, Wanted wanted) {
    Map<MoneyInId, MoneyLine> lines =
        Stream.concat(
                moneyLines.all(actor.booksId()).stream(), moneyLines.gone(actor.booksId()).stream())
            .collect(Collectors.toMap(l -> l.moneyIn().id(), Function.identity()));
    Map<MoneyInId, MoneyIn> money = new HashMap<>();
    lines.forEach((id, line) -> money.put(id, line.moneyIn()));
    Map<Long, String> names =
        accounts.all(actor.booksId()).stream()
            .collect(Collectors.toMap(BankAccount::id, BankAccount::shortName));
    Map<CustomerId, Customer> byId = customers.byId(actor.booksId());
    Map<Long, Decision> decided = decisions.all(actor.booksId());
    List<DoneView> done = new ArrayList<>();
    for (Postings.Stored stored : postings.tapes(actor.booksId(), money)) {
      Optional<MoneyLine> line = stored.moneyIn().map(lines::get);
      Optional<Decision> decision = Optional.ofNullable(decided.get(stored.id()));
      if (wanted.has(line) && wanted.allows(decision)) {
        done.add(doneView(stored, line, decision, names, byId));
      }
    }
    done.removeIf(d -> !wanted.has(d));
    Collections.reverse(done);
    return new DoneListView(done, totals(done));
  }

  private static List<TotalView> totals(List<DoneView> done) {
    Map<String, List<DoneView>> standing =
        done.stream()
            .filter(d -> d.turnedBackBy().isEmpty())
            .collect(Collectors.groupingBy(DoneView::currency, TreeMap::new, Collectors.toList()));
    return standing.entrySet().stream()
        .map(
            e ->
                new TotalView(
                    e.getKey(),
                    e.getValue().size(),
                    e.getValue().stream().mapToLong(DoneView::amountMinor).sum()))
        .toList();
  }

  private static DoneView doneView(
      Postings.Stored stored,
      Optional<MoneyLine> line,
      Optional<Decision> decision,
      Map<Long, String> names,
      Map<CustomerId, Customer> byId) {
    Tape tape = stored.posting().tape().orElseThrow();
    return new DoneView(
        stored.posting().number().words(),
        stored.posting().date(),
        stored.postedAt(),
        stored.actor(),
        line.map(l -> l.moneyIn().id().number()),
        line.map(MoneyLine::payer).orElse("credits used"),
        line.map(l -> l.cameInto(names.get(l.bankAccountId()))).orElse(""),
        tape.money().currency().getCurrencyCode(),
        tape.money().amountMinor(),
        tape.lines().stream().map(l -> words(tape, l, byId)).collect(Collectors.joining(", ")),
        decision.map(d -> d.hand().words()).orElse(""),
        decision.flatMap(Decision::ground).map(Decision.Ground::words).orElse(""),
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
