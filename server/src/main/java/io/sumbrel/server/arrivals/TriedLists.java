package io.sumbrel.server.arrivals;

import io.sumbrel.core.deposit.DepositMember;
import io.sumbrel.core.openitem.OpenItemList;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.function.Function;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** What a list of the house says when it is read by a layout that is not kept yet. */
@Component
class TriedLists {
  private static final int TRIED_ROWS = 12;

  private final CustomersByName customersByName;

  TriedLists(CustomersByName customersByName) {
    this.customersByName = customersByName;
  }

  /**
   * What a list of the house says when it is read by a layout.
   *
   * @param count of its rows
   * @param sums by currency, in minor units
   * @param rows the first of them
   */
  record ListTrialView(int count, List<TrialSum> sums, List<TrialRow> rows, List<String> notes) {}

  /** What all rows in a currency come to. */
  record TrialSum(String currency, long minor) {}

  /** A row as it would be taken in. */
  record TrialRow(
      int line,
      String number,
      String name,
      LocalDate date,
      Optional<LocalDate> due,
      String currency,
      long minor) {}

  @Transactional(readOnly = true)
  ListTrialView tried(long booksId, ArrivedFile file) {
    ArrivedFile met = file.items().map(i -> customersByName.met(booksId, file, i)).orElse(file);
    List<TrialRow> rows = met.items().map(TriedLists::rows).orElseGet(() -> rowsOf(met));
    Map<String, Long> sums = new TreeMap<>();
    rows.forEach(r -> sums.merge(r.currency, r.minor, Math::addExact));
    return new ListTrialView(
        rows.size(),
        sums.entrySet().stream().map(s -> new TrialSum(s.getKey(), s.getValue())).toList(),
        rows.stream().limit(TRIED_ROWS).toList(),
        met.notes().lines().toList());
  }

  private static List<TrialRow> rows(OpenItemList list) {
    return list.items().stream()
        .map(
            i ->
                new TrialRow(
                    i.line(),
                    i.number(),
                    i.customerName(),
                    i.date(),
                    i.due(),
                    i.currency().getCurrencyCode(),
                    i.openMinor()))
        .toList();
  }

  private static List<TrialRow> rowsOf(ArrivedFile file) {
    Stream<TrialRow> past =
        file.past().stream()
            .map(
                p ->
                    new TrialRow(
                        p.place(),
                        String.join(" ", p.items()),
                        p.payerName().orElse(""),
                        p.date(),
                        Optional.empty(),
                        p.currency().getCurrencyCode(),
                        p.amountMinor()));
    Stream<TrialRow> banked =
        file.deposits().stream()
            .flatMap(
                d ->
                    d.deposit().members().stream()
                        .map(m -> row(m, d.deposit().currency().getCurrencyCode())));
    Stream<TrialRow> onHand =
        file.onHand().stream().map(o -> row(o.receipt(), o.currency().getCurrencyCode()));
    return Stream.of(past, banked, onHand).flatMap(Function.identity()).toList();
  }

  private static TrialRow row(DepositMember member, String currency) {
    return new TrialRow(
        member.place(),
        member.number(),
        member.payerName().orElse(""),
        member.date(),
        Optional.empty(),
        currency,
        member.amountMinor());
  }
}
