package io.sumbrel.core.matching.problem;

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
  private static final int MIN_ACCOUNT_DIGITS = 4;

  final List<Customer> customers;
  final RememberedPayers remembered;
  final NameIndex names;
  final LongIndex numbers;
  final LongIndex branchesOf;
  final int[] parentOf;
  final String[] normalNames;
  private final Map<CustomerId, Integer> indexes;
  private final Set<String> ownNames;

  Parties(List<Customer> customers, RememberedPayers remembered) {
    this.customers = List.copyOf(customers);
    this.remembered = remembered;
    this.names = new NameIndex();
    this.numbers = new LongIndex();
    this.branchesOf = new LongIndex();
    this.indexes = new HashMap<>();
    this.ownNames = new HashSet<>();
    this.normalNames = new String[customers.size()];
    this.parentOf = new int[customers.size()];
    for (int c = 0; c < customers.size(); c++) {
      indexes.put(customers.get(c).id(), c);
    }
    for (int c = 0; c < customers.size(); c++) {
      index(c, customers.get(c));
    }
  }

  /** The same customers, with other payers remembered. */
  Parties(Parties same, RememberedPayers remembered) {
    this.customers = same.customers;
    this.remembered = remembered;
    this.names = same.names;
    this.numbers = same.numbers;
    this.branchesOf = same.branchesOf;
    this.indexes = same.indexes;
    this.ownNames = same.ownNames;
    this.normalNames = same.normalNames;
    this.parentOf = same.parentOf;
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
    return NameLikeness.starts(text)
        .filter(
            start -> {
              String normal = NameLikeness.normal(start);
              return remembered.knows(normal) || ownNames.contains(normal);
            })
        .findFirst();
  }
}
