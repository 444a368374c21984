package io.sumbrel.core.proof;

import io.sumbrel.core.ledger.AccountCode;
import io.sumbrel.core.ledger.JournalLine;
import io.sumbrel.core.ledger.StandardAccount;
import io.sumbrel.core.money.AmountText;
import io.sumbrel.core.openitem.ItemId;
import io.sumbrel.core.openitem.ItemKind;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.posting.ItemMovement;
import io.sumbrel.core.posting.Posting;
import io.sumbrel.core.posting.PostingKind;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;

/** The invariants of open items, and of the accounts on which they stand. */
final class ItemProof {
  /** Where open items stand that are of no customer. */
  private static final Set<AccountCode> OF_NOBODY =
      Arrays.stream(ItemKind.values())
          .filter(k -> !k.isOfCustomer())
          .map(ItemKind::account)
          .collect(Collectors.toSet());

  private final BooksFacts facts;
  private final Map<ItemId, Moved> moved = new HashMap<>();
  private final Balances receivables = new Balances();
  private final Balances ofNobody = new Balances();

  /** What all movements of an item come to. */
  private static final class Moved {
    private long total;
    private long open;

    private Moved(BooksFacts.Moved before) {
      total = before.totalMinor();
      open = before.openMinor();
    }
  }

  ItemProof(BooksFacts facts) {
    this.facts = facts;
    facts
        .before()
        .ifPresent(
            before -> {
              before.moved().forEach((item, sum) -> moved.put(item, new Moved(sum)));
              before.ledger().forEach(this::add);
            });
  }

  void add(Posting posting) {
    for (ItemMovement movement : posting.movements()) {
      Moved sum = moved.computeIfAbsent(movement.item(), i -> new Moved(BooksFacts.Moved.NOTHING));
      sum.total += movement.totalDelta();
      sum.open += movement.openDelta();
    }
    if (posting.kind() != PostingKind.BANK_BEGINS) {
      posting.entry().lines().forEach(this::add);
    }
  }

  private void add(JournalLine line) {
    if (line.account().equals(StandardAccount.RECEIVABLES.code())) {
      String customer = line.customer().map(c -> Long.toString(c.number())).orElse("none");
      receivables.add(customer + " " + line.amount().currency(), line.amount().minor());
    } else if (OF_NOBODY.contains(line.account())) {
      ofNobody.add(Balances.key(line.account(), line.amount().currency()), line.amount().minor());
    }
  }

  /** Invariant 2. */
  ProofLine openAmounts() {
    List<String> failures = new ArrayList<>();
    Moved nothing = new Moved(BooksFacts.Moved.NOTHING);
    for (OpenItem item : facts.items()) {
      Moved sum = moved.getOrDefault(item.id(), nothing);
      if (sum.total != item.totalMinor() || sum.open != item.openMinor()) {
        failures.add(
            "%s: open is %s, its postings make %s."
                .formatted(
                    item.number(), item.openWords(), AmountText.words(sum.open, item.currency())));
      }
    }
    return new ProofLine(
        2,
        "Every item's open amount is what its postings leave",
        facts.items().size() + " items",
        failures);
  }

  /** Invariant 4. */
  ProofLine receivables() {
    Balances owed = new Balances();
    for (BooksFacts.Open open : open()) {
      open.customer()
          .ifPresent(
              c -> owed.add(c.number() + " " + open.amount().currency(), open.amount().minor()));
    }
    List<String> failures = new ArrayList<>();
    Set<String> keys = receivables.keysWith(owed);
    for (String key : keys) {
      if (!receivables.meets(owed, key)) {
        failures.add("Receivables of customer " + key + " are not the sum of the open items.");
      }
    }
    return new ProofLine(
        4,
        "Receivables of every customer are the sum of the open items",
        keys.size() + " customers and currencies",
        failures);
  }

  /** Invariant 12, and the same of own transfers and payments that the bank is still to show. */
  ProofLine ofNobody() {
    Balances open = new Balances();
    for (BooksFacts.Open one : open()) {
      if (!one.kind().isOfCustomer()) {
        open.add(Balances.key(one.kind().account(), one.amount().currency()), one.amount().minor());
      }
    }
    List<String> failures = new ArrayList<>();
    Set<String> keys = ofNobody.keysWith(open);
    for (String key : keys) {
      if (!ofNobody.meets(open, key)) {
        failures.add(key + " does not stand at what is open there.");
      }
    }
    return new ProofLine(
        12,
        "Unidentified receipts, own transfers and payments on their way are the sums still open",
        keys.size() + " balances",
        failures);
  }

  /** Of all items: what is there of some of them tells of the others by sums. */
  private List<BooksFacts.Open> open() {
    return facts
        .before()
        .map(BooksFacts.Before::open)
        .orElseGet(() -> facts.items().stream().map(BooksFacts.Open::of).toList());
  }
}
