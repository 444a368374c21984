package io.sumbrel.core.matching;

import io.sumbrel.core.matching.candidate.LongIndex;
import io.sumbrel.core.matching.candidate.NameIndex;
import io.sumbrel.core.matching.candidate.NumberKeys;
import io.sumbrel.core.matching.text.NameLikeness;
import io.sumbrel.core.matching.text.NumberScan;
import io.sumbrel.core.party.Customer;
import io.sumbrel.core.party.CustomerId;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** Customers by index, with their names, numbers, head offices and remembered payers. */
final class Parties {
  /** Names of more words are not looked for in a text. */
  private static final int LONGEST_NAME = 6;

  private static final int MIN_ACCOUNT_DIGITS = 4;

  final List<Customer> customers;
  final RememberedPayers remembered;
  final NameIndex names = new NameIndex();
  final LongIndex numbers = new LongIndex();
  final LongIndex branchesOf = new LongIndex();
  final int[] parentOf;
  final String[] normalNames;
  private final Map<CustomerId, Integer> indexes = new HashMap<>();
  private final Set<String> ownNames = new HashSet<>();

  Parties(List<Customer> customers, RememberedPayers remembered) {
    this.customers = List.copyOf(customers);
    this.remembered = remembered;
    this.normalNames = new String[customers.size()];
    this.parentOf = new int[customers.size()];
    for (int c = 0; c < customers.size(); c++) {
      indexes.put(customers.get(c).id(), c);
    }
    for (int c = 0; c < customers.size(); c++) {
      index(c, customers.get(c));
    }
  }

  private void index(int c, Customer customer) {
    normalNames[c] = NameLikeness.normal(customer.name());
    ownNames.add(normalNames[c]);
    names.add(normalNames[c]);
    parentOf[c] = customer.parent().map(indexes::get).orElse(-1);
    if (parentOf[c] >= 0) {
      branchesOf.add(parentOf[c], c);
    }
    numbers.add(NumberKeys.of(customer.number()), c);
    String digits = NumberScan.trailingDigits(customer.number());
    if (digits.length() >= MIN_ACCOUNT_DIGITS && !digits.equals(customer.number())) {
      numbers.add(NumberKeys.of(digits), c);
    }
  }

  /** −1 when it is none of these. */
  int indexOf(CustomerId id) {
    return indexes.getOrDefault(id, -1);
  }

  /** The name with which a text begins, of a customer or of who paid before; the longest. */
  Optional<String> nameAtTheStartOf(String text) {
    String[] words = text.strip().split("\\s+", LONGEST_NAME + 1);
    for (int count = Math.min(words.length, LONGEST_NAME); count > 0; count--) {
      String start = String.join(" ", List.of(words).subList(0, count));
      String normal = NameLikeness.normal(start);
      if (remembered.knows(normal) || ownNames.contains(normal)) {
        return Optional.of(start);
      }
    }
    return Optional.empty();
  }
}
