package io.sumbrel.core.bank;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * The transactions that a later message gives for one sum of a statement (ISO 20022: a notification
 * of the details of a batch).
 *
 * @param reference the bank's reference of the sum
 * @param parts what it is made of, two or more
 */
public record BatchDetail(String reference, List<StatementEntry> parts) {
  public BatchDetail {
    parts = List.copyOf(parts);
  }

  /** What the parts come to, in minor units. */
  public long amountMinor() {
    return parts.stream().mapToLong(StatementEntry::amountMinor).sum();
  }

  /** The batches of a message whose transactions are given one by one, in its order. */
  public static List<BatchDetail> of(BankStatement message) {
    Map<String, List<StatementEntry>> parts = new LinkedHashMap<>();
    for (StatementEntry entry : message.entries()) {
      entry
          .batch()
          .filter(b -> !b.isEmpty())
          .ifPresent(b -> parts.computeIfAbsent(b, k -> new ArrayList<>()).add(entry));
    }
    return parts.entrySet().stream().map(e -> new BatchDetail(e.getKey(), e.getValue())).toList();
  }
}
