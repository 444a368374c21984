package io.sumbrel.core.tape;

import io.sumbrel.core.money.Money;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.party.CustomerId;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.Currency;
import java.util.List;
import java.util.Optional;

/**
 * What a receipt of a known customer pays when nobody says: the one item of that amount; else the
 * earliest due ones that come to it; else run down from the earliest due, the last in part; what is
 * left stays on account. Common practice. It is shown before it is posted.
 */
public final class UsualPlacing {
  private static final Comparator<OpenItem> EARLIEST_DUE =
      Comparator.comparing((OpenItem i) -> i.due().orElse(i.date()))
          .thenComparing(OpenItem::date)
          .thenComparing(i -> i.id().number());

  private UsualPlacing() {}

  /**
   * @param open items of the customer; credits and those in other currencies are left alone
   * @param amount above zero
   */
  public static List<TapeLine> of(CustomerId customer, List<OpenItem> open, Money amount) {
    List<OpenItem> due = due(open, amount.currency());
    Optional<OpenItem> same = due.stream().filter(i -> i.openMinor() == amount.minor()).findFirst();
    if (same.isPresent()) {
      return List.of(TapeLine.settles(same.get().id(), amount));
    }
    List<TapeLine> lines = new ArrayList<>();
    long left = amount.minor();
    for (OpenItem item : due) {
      long part = Math.min(left, item.openMinor());
      if (part > 0) {
        lines.add(TapeLine.settles(item.id(), Money.ofMinor(amount.currency(), part)));
        left -= part;
      }
    }
    if (left > 0) {
      lines.add(TapeLine.onAccount(customer, Money.ofMinor(amount.currency(), left)));
    }
    return lines;
  }

  private static List<OpenItem> due(List<OpenItem> open, Currency currency) {
    return open.stream()
        .filter(i -> i.openMinor() > 0 && !i.kind().isTransfer())
        .filter(i -> i.currency().equals(currency))
        .sorted(EARLIEST_DUE)
        .toList();
  }
}
