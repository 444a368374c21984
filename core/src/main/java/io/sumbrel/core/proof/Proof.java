package io.sumbrel.core.proof;

import io.sumbrel.core.ledger.JournalEntry;
import io.sumbrel.core.money.AmountText;
import io.sumbrel.core.posting.Posting;
import io.sumbrel.core.posting.PostingNumber;
import io.sumbrel.core.posting.TapePosted;
import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.core.tape.Tape;
import java.util.ArrayList;
import java.util.Currency;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * The invariants of the books, each computed from facts other than the figure it checks. Linear in
 * the number of facts; postings and the record are read once.
 */
public final class Proof {
  private final BooksFacts facts;
  private final Map<MoneyInId, BooksFacts.Entry> entries = new HashMap<>();
  private final Explained explained;
  private final ItemProof items;
  private final DepositProof deposits;
  private final RecordProof record;
  private final BankDays days;
  private final KeptProof kept;
  private final List<PostingNumber> tapes = new ArrayList<>();
  private final Map<PostingNumber, String> wrongTapes = new LinkedHashMap<>();
  private final List<String> unbalanced = new ArrayList<>();
  private final List<ProofLine> lines;
  private int count;

  private Proof(BooksFacts facts) {
    this.facts = facts;
    facts.entries().forEach(e -> entries.put(e.moneyIn().id(), e));
    explained = new Explained(facts);
    items = new ItemProof(facts);
    deposits = new DepositProof(facts, explained);
    record = new RecordProof(facts);
    days = new BankDays(facts);
    kept = new KeptProof(facts);
    for (BooksFacts.Made made : facts.postings()) {
      add(made.posting());
      record.add(made.posting().number(), made.fact());
    }
    days.addUp(facts, explained);
    deposits.leaveOutWhatWasTurnedBack();
    lines =
        List.of(
            tapes(),
            items.openAmounts(),
            balanced(),
            items.receivables(),
            oneState(),
            bankReconciled(),
            deposits.members(),
            intakes(),
            record.numbers(),
            items.ofNobody(),
            deposits.clearing());
  }

  /** Looks through the facts once. */
  public static Proof of(BooksFacts facts) {
    return new Proof(facts);
  }

  /** Every invariant, in the order of the documentation. */
  public List<ProofLine> lines() {
    return lines;
  }

  /** The bank accounts on every day that the facts tell of. */
  public BankDays bankDays() {
    return days;
  }

  private void add(Posting posting) {
    count++;
    explained.add(posting);
    items.add(posting);
    deposits.add(posting);
    days.add(posting);
    posting.tape().ifPresent(tape -> add(posting, tape));
    kept.add(posting);
    JournalEntry.imbalances(posting.entry().lines())
        .forEach(
            (currency, minor) -> {
              if (minor != 0) {
                unbalanced.add(posting.number().words() + " is off in " + currency + ".");
              }
            });
  }

  private void add(Posting posting, Tape tape) {
    tapes.add(posting.number());
    Optional<BooksFacts.Entry> entry = tape.money().moneyIn().map(m -> entries.get(m.id()));
    long imported = entry.map(e -> e.moneyIn().amountMinor()).orElse(0L);
    String wrong = "";
    if (tape.lines().stream()
        .anyMatch(l -> !l.amount().currency().equals(tape.money().currency()))) {
      wrong = ": its lines are in another currency than the money.";
    } else if (Tape.leftToPlace(tape.money(), tape.lines()) != 0) {
      wrong = ": its lines do not come to 0.00.";
    } else if (imported != tape.money().amountMinor()) {
      wrong = ": what it received is not what was imported.";
    } else if (!TapePosted.journal(tape, entry.map(BooksFacts.Entry::account), posting.date())
        .equals(posting.entry())) {
      wrong = ": its journal entry is not what the posting table gives.";
    }
    if (!wrong.isEmpty()) {
      wrongTapes.put(posting.number(), posting.number().words() + wrong);
    }
  }

  /** Of what is turned back, the sum may be gone since. */
  private ProofLine tapes() {
    wrongTapes.keySet().removeIf(n -> !explained.isLive(n));
    return new ProofLine(
        1,
        "Every tape comes to 0.00 and its journal entry follows the table",
        tapes.stream().filter(explained::isLive).count() + " tapes",
        List.copyOf(wrongTapes.values()));
  }

  private ProofLine balanced() {
    unbalanced.addAll(kept.balances());
    return new ProofLine(
        3,
        "Every journal entry balances"
            + (facts.kept().isPresent() ? ", and accounts stand at the sum of them" : ""),
        count + " entries",
        unbalanced);
  }

  private ProofLine oneState() {
    List<String> failures = new ArrayList<>();
    Map<MoneyInId, PostingNumber> live = live(failures);
    for (BooksFacts.Entry entry : facts.entries()) {
      PostingNumber by = live.get(entry.moneyIn().id());
      boolean before = by == null && entry.explanation().filter(explained::stoodBefore).isPresent();
      if (!before && !entry.explanation().equals(Optional.ofNullable(by))) {
        failures.add(
            "The entry of %s on %s is claimed by %s and explained by %s."
                .formatted(
                    entry.moneyIn().words(),
                    entry.moneyIn().bookingDate(),
                    entry.explanation().map(PostingNumber::words).orElse("nothing"),
                    by == null ? "nothing" : by.words()));
      }
    }
    Set<MoneyInId> waiting = new HashSet<>();
    facts.deposits().stream()
        .filter(d -> d.tie().isEmpty())
        .forEach(d -> d.waiting().ifPresent(waiting::add));
    waiting.stream()
        .filter(live::containsKey)
        .forEach(
            id ->
                failures.add(
                    "%s explains an entry whose deposit is known."
                        .formatted(live.get(id).words())));
    facts.setAside().stream()
        .filter(id -> waiting.contains(id) || !isUnexplained(id, live))
        .forEach(
            id ->
                failures.add(
                    "A sum, %d, is set aside and stands otherwise too.".formatted(id.number())));
    failures.addAll(kept.unexplained());
    long claimed = facts.entries().stream().filter(e -> e.explanation().isPresent()).count();
    return new ProofLine(
        7,
        "Every bank entry is in exactly one state",
        "%d explained, %d waiting for their tie, %d set aside, %d in the pile"
            .formatted(
                claimed,
                waiting.size(),
                facts.setAside().size(),
                facts.entries().size() - claimed - waiting.size() - facts.setAside().size()),
        failures);
  }

  /** Whether a sum counts and nothing explains it; of one from before only that nothing does. */
  private boolean isUnexplained(MoneyInId id, Map<MoneyInId, PostingNumber> live) {
    BooksFacts.Entry entry = entries.get(id);
    return entry == null
        ? facts.before().isPresent() && !live.containsKey(id)
        : entry.explanation().isEmpty();
  }

  /** What explains each sum now; no two postings do. */
  private Map<MoneyInId, PostingNumber> live(List<String> failures) {
    Map<MoneyInId, PostingNumber> live = new HashMap<>();
    for (MoneyInId money : explained.money()) {
      for (PostingNumber by : explained.live(money)) {
        PostingNumber twice = live.put(money, by);
        if (twice != null) {
          failures.add("%s and %s explain the same sum.".formatted(twice.words(), by.words()));
        }
      }
    }
    return live;
  }

  /** Each statement closes where its account has come to; each such day reconciles. */
  private ProofLine bankReconciled() {
    List<String> failures = new ArrayList<>();
    int checks = 0;
    for (BooksFacts.Account account : facts.accounts()) {
      long balance = account.beginsWith().minor();
      for (BooksFacts.Statement statement : facts.statements()) {
        if (statement.account().equals(account.code())) {
          checks += isAtHand(statement) ? 1 : 0;
          balance += statement.movedMinor();
          unreconciled(account, statement, balance).ifPresent(failures::add);
        }
      }
      kept.bank(account, balance).ifPresent(failures::add);
    }
    return new ProofLine(
        8,
        "The bank, less what is unexplained, is what the books say, on every statement's day",
        checks + " balances",
        failures);
  }

  /** Of one from before it is only asked whether balances follow each other. */
  private boolean isAtHand(BooksFacts.Statement statement) {
    return facts.before().filter(b -> !statement.closingDate().isAfter(b.closed())).isEmpty();
  }

  private Optional<String> unreconciled(
      BooksFacts.Account account, BooksFacts.Statement statement, long balance) {
    Currency currency = account.beginsWith().currency();
    long stated = statement.closingMinor().orElse(balance);
    BankReconciliation day = days.on(account.code(), statement.closingDate());
    if (day.differenceMinor() == 0 && balance == stated) {
      return Optional.empty();
    }
    return Optional.of(
        "Account %s on %s: the bank states %s, entries make %s; on that day %s is unexplained and the books say %s."
            .formatted(
                account.code().code(),
                statement.closingDate(),
                AmountText.words(stated, currency),
                AmountText.words(balance, currency),
                AmountText.words(day.unexplainedMinor(), currency),
                AmountText.words(day.ledgerMinor(), currency)));
  }

  private ProofLine intakes() {
    List<String> failures = new ArrayList<>();
    for (BooksFacts.Intake intake : facts.intakes()) {
      long count = intake.acceptedCount() + intake.knownCount() + intake.heldCount();
      long minor = intake.acceptedMinor() + intake.knownMinor() + intake.heldMinor();
      if (intake.statedCount() != count || intake.statedMinor() != minor) {
        failures.add(intake.words() + ": what was taken in is not what the file states.");
      }
    }
    return new ProofLine(
        10,
        "What every file states was taken in, known already, or is held",
        facts.intakes().size() + " files",
        failures);
  }
}
