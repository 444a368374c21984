package io.sumbrel.core.proof;

import io.sumbrel.core.deposit.DepositKind;
import io.sumbrel.core.deposit.MemberKind;
import io.sumbrel.core.deposit.RecordedId;
import io.sumbrel.core.deposit.Slip;
import io.sumbrel.core.deposit.Tie;
import io.sumbrel.core.ledger.AccountCode;
import io.sumbrel.core.ledger.JournalLine;
import io.sumbrel.core.ledger.StandardAccount;
import io.sumbrel.core.money.AmountText;
import io.sumbrel.core.payout.Payout;
import io.sumbrel.core.posting.HandedIn;
import io.sumbrel.core.posting.PayoutPosted;
import io.sumbrel.core.posting.Posting;
import io.sumbrel.core.posting.PostingKind;
import io.sumbrel.core.posting.PostingNumber;
import io.sumbrel.core.posting.TakingsPosted;
import io.sumbrel.core.posting.Tied;
import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.core.takings.Takings;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Currency;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;

/** The invariants of what is recorded and of its ties to the bank. */
final class DepositProof {
  /** Where money stands that was recorded and that the bank has not shown. */
  private static final List<StandardAccount> STANDARD =
      List.of(
          StandardAccount.CHEQUES_ON_HAND,
          StandardAccount.TILL_CASH,
          StandardAccount.DEPOSITS_IN_TRANSIT,
          StandardAccount.LOCKBOX_CLEARING,
          StandardAccount.PROCESSOR_BALANCE,
          StandardAccount.PROCESSOR_RESERVE);

  private final BooksFacts facts;
  private final Map<MoneyInId, BooksFacts.Entry> entries = new HashMap<>();
  private final Map<RecordedId, Record> records = new HashMap<>();
  private final Map<RecordedId, PostingNumber> tied = new HashMap<>();
  private final List<Posting> ties = new ArrayList<>();
  private final Map<PostingNumber, Posting> handedIn = new HashMap<>();
  private final Map<PostingNumber, Posting> payouts = new HashMap<>();
  private final List<Posting> takings = new ArrayList<>();
  private final Set<AccountCode> clearing = new HashSet<>();
  private final Balances ledger = new Balances();
  private final Explained explained;

  /** What was recorded, with the account on which it stands until it is tied. */
  private record Record(
      String words,
      AccountCode standsOn,
      Currency currency,
      long amountMinor,
      Optional<PostingNumber> tie) {}

  DepositProof(BooksFacts facts, Explained explained) {
    this.facts = facts;
    this.explained = explained;
    facts.gone().forEach(e -> entries.put(e.moneyIn().id(), e));
    facts.entries().forEach(e -> entries.put(e.moneyIn().id(), e));
    for (BooksFacts.Deposit deposit : facts.deposits()) {
      records.put(
          deposit.id(),
          new Record(
              deposit.words(),
              deposit.clearing(),
              deposit.currency(),
              deposit.netMinor(),
              deposit.tie()));
    }
    for (BooksFacts.OnHand receipt : facts.onHand()) {
      records.put(
          receipt.id(),
          new Record(
              "A " + receipt.kind().words(),
              receipt.standsOn(),
              receipt.currency(),
              receipt.amountMinor(),
              receipt.tie()));
    }
    STANDARD.forEach(a -> clearing.add(a.code()));
    records.values().forEach(r -> clearing.add(r.standsOn()));
    facts.before().ifPresent(before -> before.ledger().forEach(this::add));
  }

  void add(Posting posting) {
    if (posting.tie().isPresent()) {
      ties.add(posting);
    }
    if (posting.takings().isPresent()) {
      takings.add(posting);
    }
    if (posting.slip().isPresent()) {
      handedIn.put(posting.number(), posting);
    }
    if (posting.payout().isPresent()) {
      payouts.put(posting.number(), posting);
    }
    if (posting.kind() != PostingKind.BANK_BEGINS) {
      posting.entry().lines().forEach(this::add);
    }
  }

  private void add(JournalLine line) {
    if (clearing.contains(line.account())) {
      ledger.add(Balances.key(line.account(), line.amount().currency()), line.amount().minor());
    }
  }

  /** Once all postings are added: what was turned back ties nothing. */
  void leaveOutWhatWasTurnedBack() {
    takings.removeIf(p -> !explained.isLive(p.number()));
    ties.removeIf(p -> !explained.isLive(p.number()));
    handedIn.keySet().removeIf(n -> !explained.isLive(n));
    payouts.keySet().removeIf(n -> !explained.isLive(n));
    Stream.of(ties, handedIn.values(), payouts.values())
        .flatMap(Collection::stream)
        .forEach(p -> p.claims().recorded().forEach(id -> tied.put(id, p.number())));
  }

  /** Invariant 9: members make the net, and the net is what the bank shows, or differs by name. */
  ProofLine members() {
    List<String> failures = new ArrayList<>();
    facts.deposits().forEach(d -> requireMembers(d, failures));
    ties.forEach(p -> requireTie(p, failures));
    takings.forEach(p -> requireTakings(p, failures));
    requireSlips(failures);
    requirePayouts(failures);
    records.forEach(
        (id, record) -> {
          boolean before =
              !tied.containsKey(id) && record.tie().filter(explained::stoodBefore).isPresent();
          if (!before && !record.tie().equals(Optional.ofNullable(tied.get(id)))) {
            failures.add(record.words() + " is not tied as its posting says.");
          }
        });
    return new ProofLine(
        9,
        "The members of every deposit make its net, and the bank's entry is that sum",
        "%d deposits, %d ties".formatted(facts.deposits().size(), ties.size()),
        failures);
  }

  /** What a counter took in is what was kept, on the account of its method, by the table. */
  private void requireTakings(Posting posting, List<String> failures) {
    Takings posted = posting.takings().orElseThrow();
    boolean kept =
        posted.receipts().stream()
            .allMatch(r -> isEntry(entries.get(r.money()), r.standsOn(), r.amountMinor()));
    if (!kept || !TakingsPosted.journal(posted, posting.date()).equals(posting.entry())) {
      failures.add(posting.number().words() + " posts other takings than were kept.");
    }
  }

  /**
   * Each slip that was handed in stands as a deposit, holds what was kept, and follows the table.
   */
  private void requireSlips(List<String> failures) {
    Map<PostingNumber, BooksFacts.Deposit> slips = new HashMap<>();
    facts.deposits().forEach(d -> d.handedIn().ifPresent(by -> slips.put(by, d)));
    for (Posting posting : handedIn.values()) {
      Slip slip = posting.slip().orElseThrow();
      BooksFacts.Deposit deposit = slips.remove(posting.number());
      if (deposit == null
          || !deposit.id().equals(slip.id())
          || deposit.netMinor() != slip.netMinor()
          || !slip.receipts().stream().allMatch(r -> isRecord(records.get(r.id()), r))) {
        failures.add(posting.number().words() + " hands in other sums than were recorded.");
      } else if (!HandedIn.journal(slip, posting.date()).equals(posting.entry())) {
        failures.add(
            posting.number().words() + ": its journal entry is not what the posting table gives.");
      }
    }
    slips.forEach(
        (by, deposit) -> {
          if (!explained.stoodBefore(by)) {
            failures.add(deposit.words() + " was not handed in as its posting says.");
          }
        });
  }

  /** Each payout that was posted holds what its file brought, and follows the table. */
  private void requirePayouts(List<String> failures) {
    Map<PostingNumber, BooksFacts.Deposit> posted = new HashMap<>();
    facts.deposits().forEach(d -> d.posted().ifPresent(by -> posted.put(by, d)));
    for (Posting posting : payouts.values()) {
      Payout payout = posting.payout().orElseThrow();
      BooksFacts.Deposit deposit = posted.remove(posting.number());
      if (deposit == null
          || !deposit.id().equals(payout.id())
          || !holds(deposit, payout)
          || !payout.receipts().stream().allMatch(r -> isRecord(records.get(r.id()), r))) {
        failures.add(posting.number().words() + " posts other rows than the payout brought.");
      } else if (!PayoutPosted.journal(payout, posting.date()).equals(posting.entry())) {
        failures.add(
            posting.number().words() + ": its journal entry is not what the posting table gives.");
      }
    }
    posted.forEach(
        (by, deposit) -> {
          if (!explained.stoodBefore(by)) {
            failures.add(deposit.words() + " was not posted as its posting says.");
          }
        });
  }

  /** All that is explained with the payout only, and of what stands in the pile what it names. */
  private static boolean holds(BooksFacts.Deposit deposit, Payout payout) {
    Map<MoneyInId, Long> inPile = new HashMap<>();
    List<Long> brought = new ArrayList<>();
    for (BooksFacts.Member member : deposit.members()) {
      member
          .moneyIn()
          .ifPresentOrElse(
              id -> inPile.put(id, member.amountMinor()), () -> brought.add(member.amountMinor()));
    }
    List<Long> kept = new ArrayList<>();
    boolean same = true;
    for (Payout.Part part : payout.parts()) {
      if (part.money().isEmpty()) {
        kept.add(part.amountMinor());
      } else {
        same &= Optional.of(part.amountMinor()).equals(part.money().map(inPile::get));
      }
    }
    brought.sort(null);
    kept.sort(null);
    return same && brought.equals(kept);
  }

  private void requireMembers(BooksFacts.Deposit deposit, List<String> failures) {
    long members =
        deposit.handedIn().isPresent()
            ? deposit.netMinor()
            : deposit.members().stream().mapToLong(BooksFacts.Member::amountMinor).sum();
    long atBank =
        deposit
            .waiting()
            .map(id -> entries.get(id).moneyIn().amountMinor())
            .orElse(deposit.netMinor());
    if (members != deposit.netMinor() || atBank != deposit.netMinor()) {
      failures.add(
          "%s: its members make %s, it states %s, the bank shows %s."
              .formatted(
                  deposit.words(),
                  AmountText.words(members, deposit.currency()),
                  AmountText.words(deposit.netMinor(), deposit.currency()),
                  AmountText.words(atBank, deposit.currency())));
    }
  }

  /** A tie rests on what was imported and recorded, and its journal entry follows the table. */
  private void requireTie(Posting posting, List<String> failures) {
    Tie tie = posting.tie().orElseThrow();
    boolean shown =
        tie.entries().stream()
            .allMatch(e -> isEntry(entries.get(e.id()), tie.bank(), e.amountMinor()));
    boolean recorded = tie.records().stream().allMatch(r -> isRecord(records.get(r.id()), r));
    if (!shown || !recorded) {
      failures.add(posting.number().words() + " ties other sums than were imported.");
    } else if (!Tied.journal(tie, posting.date()).equals(posting.entry())
        || !Tied.movements(tie).equals(posting.movements())) {
      failures.add(
          posting.number().words() + ": its journal entry is not what the posting table gives.");
    }
  }

  private static boolean isEntry(BooksFacts.Entry entry, AccountCode bank, long minor) {
    return entry != null && entry.account().equals(bank) && entry.moneyIn().amountMinor() == minor;
  }

  private static boolean isRecord(Record record, Tie.Record said) {
    return record != null
        && record.standsOn().equals(said.standsOn())
        && record.amountMinor() == said.amountMinor();
  }

  /** Invariants 5, 6 and 13: what was recorded and is not tied stands on the clearing accounts. */
  ProofLine clearing() {
    Balances expected = new Balances();
    for (BooksFacts.Deposit deposit : facts.deposits()) {
      if (deposit.handedIn().isPresent()) {
        expected.add(Balances.key(deposit.clearing(), deposit.currency()), deposit.netMinor());
      }
      for (BooksFacts.Member member : deposit.members()) {
        if (member.kind() == MemberKind.RESERVE && deposit.posted().isPresent()) {
          AccountCode reserve = StandardAccount.PROCESSOR_RESERVE.code();
          expected.add(Balances.key(reserve, deposit.currency()), -member.amountMinor());
        }
        if (isRecorded(deposit, member)) {
          expected.add(Balances.key(deposit.clearing(), deposit.currency()), member.amountMinor());
        }
      }
    }
    for (BooksFacts.OnHand receipt : facts.onHand()) {
      if (receipt.moneyIn().map(this::isExplained).orElse(true)) {
        expected.add(Balances.key(receipt.standsOn(), receipt.currency()), receipt.amountMinor());
      }
    }
    for (Record record : records.values()) {
      if (record.tie().isPresent()) {
        expected.add(Balances.key(record.standsOn(), record.currency()), -record.amountMinor());
      }
    }
    List<String> failures = new ArrayList<>();
    Set<String> keys = expected.keysWith(ledger);
    for (String key : keys) {
      if (!expected.meets(ledger, key)) {
        failures.add(key + " does not stand at what was recorded and is not tied.");
      }
    }
    return new ProofLine(
        13,
        "Receipts on hand, in transit, of the lockbox and the processor are what was recorded and is not tied",
        keys.size() + " balances",
        failures);
  }

  /**
   * What is explained by itself stands there since then; what a processor kept, since its payout
   * was posted; slips from before the books, at once.
   */
  private boolean isRecorded(BooksFacts.Deposit deposit, BooksFacts.Member member) {
    return member
        .moneyIn()
        .map(this::isExplained)
        .orElse(deposit.kind() != DepositKind.PAYOUT || deposit.posted().isPresent());
  }

  private boolean isExplained(MoneyInId id) {
    return entries.get(id).explanation().isPresent();
  }
}
