package io.sumbrel.core.proof;

import io.sumbrel.core.ledger.AccountCode;
import io.sumbrel.core.ledger.JournalEntry;
import io.sumbrel.core.ledger.JournalLine;
import io.sumbrel.core.ledger.StandardAccount;
import io.sumbrel.core.money.AmountText;
import io.sumbrel.core.openitem.ItemId;
import io.sumbrel.core.openitem.ItemKind;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.posting.ItemMovement;
import io.sumbrel.core.posting.Posting;
import io.sumbrel.core.posting.PostingKind;
import io.sumbrel.core.posting.PostingNumber;
import io.sumbrel.core.posting.TapePosted;
import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.core.tape.Tape;
import java.util.ArrayList;
import java.util.Currency;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;

/**
 * The invariants of the books, each computed from facts other than the figure it checks. Linear in
 * the number of facts.
 */
public final class Proof {
  private final BooksFacts facts;
  private final Map<MoneyInId, BooksFacts.Entry> entries = new HashMap<>();
  private final Map<PostingNumber, Posting> turnedBackBy = new HashMap<>();

  private Proof(BooksFacts facts) {
    this.facts = facts;
    facts.entries().forEach(e -> entries.put(e.moneyIn().id(), e));
    facts.postings().forEach(p -> p.turnsBack().ifPresent(n -> turnedBackBy.put(n, p)));
  }

  /** Computes every invariant. */
  public static List<ProofLine> of(BooksFacts facts) {
    Proof proof = new Proof(facts);
    DepositProof deposits = new DepositProof(facts, proof.live());
    return List.of(
        proof.tapes(),
        proof.openAmounts(),
        proof.balanced(),
        proof.receivables(),
        proof.oneState(),
        proof.bankReconciled(),
        deposits.members(),
        proof.intakes(),
        proof.numbers(),
        proof.unidentified(),
        deposits.clearing());
  }

  private boolean isLive(Posting posting) {
    return !turnedBackBy.containsKey(posting.number());
  }

  private List<Posting> live() {
    return facts.postings().stream().filter(this::isLive).toList();
  }

  private ProofLine tapes() {
    List<String> failures = new ArrayList<>();
    int count = 0;
    for (Posting posting : facts.postings()) {
      if (posting.tape().isEmpty() || !isLive(posting)) {
        continue;
      }
      count++;
      Tape tape = posting.tape().get();
      String name = posting.number().words();
      Optional<BooksFacts.Entry> entry = tape.money().moneyIn().map(m -> entries.get(m.id()));
      if (Tape.leftToPlace(tape.money(), tape.lines()) != 0) {
        failures.add(name + ": its lines do not come to 0.00.");
      }
      long imported = entry.map(e -> e.moneyIn().amountMinor()).orElse(0L);
      if (imported != tape.money().amountMinor()) {
        failures.add(name + ": what it received is not what was imported.");
      } else if (!TapePosted.journal(tape, entry.map(BooksFacts.Entry::account), posting.date())
          .equals(posting.entry())) {
        failures.add(name + ": its journal entry is not what the posting table gives.");
      }
    }
    return new ProofLine(
        1,
        "Every tape comes to 0.00 and its journal entry follows the table",
        count + " tapes",
        failures);
  }

  private ProofLine openAmounts() {
    Map<ItemId, long[]> sums = new HashMap<>();
    for (Posting posting : facts.postings()) {
      for (ItemMovement movement : posting.movements()) {
        long[] sum = sums.computeIfAbsent(movement.item(), i -> new long[2]);
        sum[0] += movement.totalDelta();
        sum[1] += movement.openDelta();
      }
    }
    List<String> failures = new ArrayList<>();
    for (OpenItem item : facts.items()) {
      long[] sum = sums.getOrDefault(item.id(), new long[2]);
      if (sum[0] != item.totalMinor() || sum[1] != item.openMinor()) {
        failures.add(
            "%s: open is %s, its postings make %s."
                .formatted(
                    item.number(), item.openWords(), AmountText.words(sum[1], item.currency())));
      }
    }
    return new ProofLine(
        2,
        "Every item's open amount is what its postings leave",
        facts.items().size() + " items",
        failures);
  }

  private ProofLine balanced() {
    List<String> failures = new ArrayList<>();
    for (Posting posting : facts.postings()) {
      JournalEntry.imbalances(posting.entry().lines())
          .forEach(
              (currency, minor) -> {
                if (minor != 0) {
                  failures.add(posting.number().words() + " is off in " + currency + ".");
                }
              });
    }
    return new ProofLine(
        3, "Every journal entry balances", facts.postings().size() + " entries", failures);
  }

  private ProofLine receivables() {
    Map<String, Long> ledger = new TreeMap<>();
    for (JournalLine line : linesOn(facts, StandardAccount.RECEIVABLES.code())) {
      String customer = line.customer().map(c -> Long.toString(c.number())).orElse("none");
      ledger.merge(customer + " " + line.amount().currency(), line.amount().minor(), Long::sum);
    }
    Map<String, Long> items = new TreeMap<>();
    for (OpenItem item : facts.items()) {
      item.customer()
          .ifPresent(
              c -> items.merge(c.number() + " " + item.currency(), item.openMinor(), Long::sum));
    }
    List<String> failures = new ArrayList<>();
    Set<String> keys = new HashSet<>(ledger.keySet());
    keys.addAll(items.keySet());
    for (String key : keys) {
      if (!ledger.getOrDefault(key, 0L).equals(items.getOrDefault(key, 0L))) {
        failures.add("Receivables of customer " + key + " are not the sum of the open items.");
      }
    }
    return new ProofLine(
        4,
        "Receivables of every customer are the sum of the open items",
        keys.size() + " customers and currencies",
        failures);
  }

  private ProofLine oneState() {
    List<String> failures = new ArrayList<>();
    Map<MoneyInId, PostingNumber> explained = new HashMap<>();
    for (Posting posting : live()) {
      for (MoneyInId id : posting.claims().money()) {
        PostingNumber twice = explained.put(id, posting.number());
        if (twice != null) {
          failures.add(
              "%s and %s explain the same sum.".formatted(twice.words(), posting.number().words()));
        }
      }
    }
    for (BooksFacts.Entry entry : facts.entries()) {
      PostingNumber live = explained.get(entry.moneyIn().id());
      if (!entry.explanation().equals(Optional.ofNullable(live))) {
        failures.add(
            "The entry of %s on %s is claimed by %s and explained by %s."
                .formatted(
                    entry.moneyIn().words(),
                    entry.moneyIn().bookingDate(),
                    entry.explanation().map(PostingNumber::words).orElse("nothing"),
                    live == null ? "nothing" : live.words()));
      }
    }
    Set<MoneyInId> waiting = new HashSet<>();
    facts.deposits().stream()
        .filter(d -> d.tie().isEmpty())
        .forEach(d -> d.waiting().ifPresent(waiting::add));
    waiting.stream()
        .filter(explained::containsKey)
        .forEach(
            id ->
                failures.add(
                    "%s explains an entry whose deposit is known."
                        .formatted(explained.get(id).words())));
    long claimed = facts.entries().stream().filter(e -> e.explanation().isPresent()).count();
    return new ProofLine(
        7,
        "Every bank entry is in exactly one state",
        "%d explained, %d waiting for their tie, %d in the pile"
            .formatted(claimed, waiting.size(), facts.entries().size() - claimed - waiting.size()),
        failures);
  }

  /** Each statement closes where its account has come to; each such day reconciles. */
  private ProofLine bankReconciled() {
    List<String> failures = new ArrayList<>();
    BankDays days = new BankDays(facts);
    int checks = 0;
    for (BooksFacts.Account account : facts.accounts()) {
      long balance = account.beginsWith().minor();
      for (BooksFacts.Statement statement : facts.statements()) {
        if (statement.account().equals(account.code())) {
          checks++;
          balance += statement.movedMinor();
          unreconciled(days, account, statement, balance).ifPresent(failures::add);
        }
      }
    }
    return new ProofLine(
        8,
        "The bank, less what is unexplained, is what the books say, on every statement's day",
        checks + " balances",
        failures);
  }

  private Optional<String> unreconciled(
      BankDays days, BooksFacts.Account account, BooksFacts.Statement statement, long balance) {
    Currency currency = account.beginsWith().currency();
    long stated = statement.closingMinor().orElse(balance);
    boolean meets = days.differenceMinor(account.code(), statement.closingDate()) == 0;
    if (meets && balance == stated) {
      return Optional.empty();
    }
    BankReconciliation day = BankReconciliation.of(facts, account, statement.closingDate());
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

  private ProofLine numbers() {
    List<String> failures = new ArrayList<>();
    facts
        .audit()
        .brokenAt()
        .ifPresent(line -> failures.add("The record is broken at line " + line + "."));
    requireAsNamed(failures);
    Map<Integer, Integer> last = new TreeMap<>();
    facts.postings().stream()
        .map(Posting::number)
        .sorted()
        .forEach(
            n -> {
              if (last.merge(n.year(), 1, Integer::sum) != n.number()) {
                failures.add("Journal numbers have a gap or a double at " + n.words() + ".");
              }
            });
    return new ProofLine(
        11,
        "The record's numbers and hashes chain; journal numbers have no gap",
        facts.audit().words() + ", " + facts.postings().size() + " journal numbers",
        failures);
  }

  /** Every fact is as the line says that named it last; since facts are named, all are. */
  private void requireAsNamed(List<String> failures) {
    Map<String, AuditLine> named = facts.audit().lastNaming();
    Map<String, String> standing = new HashMap<>();
    facts.standing().forEach(f -> standing.put(f.name(), f.hash()));
    named.forEach(
        (name, line) -> {
          boolean same =
              line.act().facts().stream()
                  .filter(f -> f.name().equals(name))
                  .allMatch(f -> f.hash().equals(standing.get(name)));
          if (!same) {
            failures.add(
                "“%s” is not what line %d of the record says.".formatted(name, line.number()));
          }
        });
    boolean allNamed = facts.audit().namesFacts();
    if (allNamed) {
      standing.keySet().stream()
          .filter(name -> !named.containsKey(name))
          .forEach(name -> failures.add("No line of the record tells of “" + name + "”."));
    }
  }

  private ProofLine unidentified() {
    Map<String, Long> ledger = new TreeMap<>();
    for (JournalLine line : linesOn(facts, StandardAccount.UNIDENTIFIED_RECEIPTS.code())) {
      ledger.merge(line.amount().currency().toString(), line.amount().minor(), Long::sum);
    }
    Map<String, Long> items = new TreeMap<>();
    for (OpenItem item : facts.items()) {
      if (item.kind() == ItemKind.UNIDENTIFIED) {
        items.merge(item.currency().toString(), item.openMinor(), Long::sum);
      }
    }
    List<String> failures = new ArrayList<>();
    Set<String> currencies = new HashSet<>(ledger.keySet());
    currencies.addAll(items.keySet());
    for (String currency : currencies) {
      if (!ledger.getOrDefault(currency, 0L).equals(items.getOrDefault(currency, 0L))) {
        failures.add("Unidentified receipts in " + currency + " are not what is unidentified.");
      }
    }
    return new ProofLine(
        12, "Unidentified receipts are the sums still unidentified", sums(items), failures);
  }

  private static String sums(Map<String, Long> byCurrency) {
    List<String> words = new ArrayList<>();
    byCurrency.forEach(
        (currency, minor) ->
            words.add(currency + " " + AmountText.words(minor, Currency.getInstance(currency))));
    return words.isEmpty() ? "none" : String.join(", ", words);
  }

  static List<JournalLine> linesOn(BooksFacts facts, AccountCode account) {
    return facts.postings().stream()
        .filter(p -> p.kind() != PostingKind.BANK_BEGINS)
        .flatMap(p -> p.entry().lines().stream())
        .filter(l -> l.account().equals(account))
        .toList();
  }
}
