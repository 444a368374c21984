package io.sumbrel.server.arrivals;

import io.sumbrel.core.openitem.ListedItem;
import io.sumbrel.core.openitem.OpenItemList;
import io.sumbrel.core.party.Customer;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.server.party.Customers;
import io.sumbrel.server.persistence.Column;
import java.text.Normalizer;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/**
 * Finds the customers of whom a file gives only the name: a known one of that name, and nobody
 * else, is meant. A name that nobody has is a new customer's, and stands for the number too.
 */
@Component
class CustomersByName {
  private static final int MOST_NUMBER = 40;
  private static final int KEPT_OF_LONG = 31;

  private final Customers customers;

  CustomersByName(Customers customers) {
    this.customers = customers;
  }

  /**
   * @throws Refusal {@code customer-unsure} where several customers have the name
   */
  ArrivedFile met(long booksId, ArrivedFile file, OpenItemList list) {
    if (list.items().stream().noneMatch(i -> i.customerNumber().isEmpty())) {
      return file;
    }
    Map<String, List<Customer>> known = new HashMap<>();
    for (Customer customer : customers.all(booksId)) {
      known.computeIfAbsent(plain(customer.name()), n -> new ArrayList<>()).add(customer);
    }
    List<ListedItem> items = new ArrayList<>();
    Set<String> met = new HashSet<>();
    Set<String> made = new HashSet<>();
    for (ListedItem item : list.items()) {
      if (!item.customerNumber().isEmpty()) {
        items.add(item);
        continue;
      }
      List<Customer> named = known.getOrDefault(plain(item.customerName()), List.of());
      items.add(item.ofCustomer(number(item, named)));
      (named.isEmpty() ? made : met).add(item.customerName());
    }
    return file.with(
        new OpenItemList(items),
        "The file gives names and no numbers of customers: %d are known by name, %d are new."
            .formatted(met.size(), made.size()));
  }

  private static String number(ListedItem item, List<Customer> named) {
    if (named.size() > 1) {
      throw new Refusal(
          "customer-unsure",
          "Line %d: “%s” may be %s; a column with numbers of customers tells them apart."
              .formatted(
                  item.line(),
                  item.customerName(),
                  named.stream()
                      .map(Customer::number)
                      .sorted()
                      .collect(Collectors.joining(" or "))));
    }
    return named.isEmpty() ? numberFor(item.customerName()) : named.get(0).number();
  }

  /** The name itself; of a long one its beginning, and what tells it from others that begin so. */
  private static String numberFor(String name) {
    return name.length() <= MOST_NUMBER
        ? name
        : Column.cut(name, KEPT_OF_LONG) + " " + Integer.toHexString(plain(name).hashCode());
  }

  /** Letters and figures, however they are written. */
  private static String plain(String name) {
    return Normalizer.normalize(name.toLowerCase(Locale.ROOT), Normalizer.Form.NFKD)
        .replaceAll("[^\\p{L}\\p{N}]", "");
  }
}
