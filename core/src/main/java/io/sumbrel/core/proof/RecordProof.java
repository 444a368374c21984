package io.sumbrel.core.proof;

import io.sumbrel.core.posting.PostingNumber;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;

/**
 * The invariant of the record: its lines chain, what it names is as the line says that named it
 * last, and journal numbers have no gap.
 */
final class RecordProof {
  private final BooksFacts facts;
  private final AuditTrail.Reading record;
  private final Map<String, AuditTrail.Named> left;
  private final Map<Integer, BitSet> numbers = new TreeMap<>();
  private final List<String> failures = new ArrayList<>();
  private int count;

  RecordProof(BooksFacts facts) {
    this.facts = facts;
    record = facts.audit().read();
    left = new HashMap<>(record.named());
    record.brokenAt().ifPresent(line -> failures.add("The record is broken at line " + line + "."));
    facts.before().ifPresent(before -> left.keySet().removeAll(before.unread()));
    facts.standing().forEach(f -> requireAsNamed(f, record.namesAll() && record.from() == 1));
  }

  void add(PostingNumber number, Optional<Fact> fact) {
    count++;
    fact.ifPresent(f -> requireAsNamed(f, record.namesAll()));
    BitSet known = numbers.computeIfAbsent(number.year(), y -> new BitSet());
    if (known.get(number.number())) {
      failures.add("Journal number " + number.words() + " stands twice.");
    }
    known.set(number.number());
  }

  /**
   * @param isNamed whether a line must tell of it: where facts are named from the first line on,
   *     all are; but what stood before the first that is read was named before it
   */
  private void requireAsNamed(Fact fact, boolean isNamed) {
    AuditTrail.Named named = left.remove(fact.name());
    if (named != null) {
      if (!named.hash().equals(fact.hash())) {
        failures.add(isNotAsSaid(fact.name(), named.line()));
      }
    } else if (isNamed) {
      failures.add("No line of the record tells of “" + fact.name() + "”.");
    }
  }

  private static String isNotAsSaid(String name, long line) {
    return "“%s” is not what line %d of the record says.".formatted(name, line);
  }

  /** Invariant 11, once all postings are added. */
  ProofLine numbers() {
    left.forEach((name, named) -> failures.add(isNotAsSaid(name, named.line())));
    numbers.forEach(
        (year, known) -> {
          int first = 1 + facts.before().map(b -> b.lastNumbers().getOrDefault(year, 0)).orElse(0);
          for (int gap = known.nextClearBit(first);
              gap < known.length();
              gap = known.nextClearBit(gap + 1)) {
            failures.add("Journal number " + new PostingNumber(year, gap).words() + " is missing.");
          }
        });
    return new ProofLine(
        11,
        "The record's numbers and hashes chain; journal numbers have no gap",
        record.words() + ", " + count + " journal numbers",
        failures);
  }
}
