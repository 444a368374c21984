package io.sumbrel.core.tape;

import io.sumbrel.core.money.AmountText;
import io.sumbrel.core.openitem.ItemId;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.party.CustomerId;
import io.sumbrel.core.refusal.Refusal;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * One sum that several paid together: the lines that explain it, parted by whose they are. Each
 * part is a receipt of its own; together they are what the bank shows. What belongs to no customer
 * is one part more.
 */
public final class ByPayer {
  /**
   * What one of them paid.
   *
   * @param customer empty for what belongs to none
   * @param amountMinor what reached us for it, in minor units, above zero
   * @param lines which of the lines, from 0
   */
  public record Share(Optional<CustomerId> customer, long amountMinor, List<Integer> lines) {}

  private ByPayer() {}

  /**
   * @param money that all of them paid
   * @param items which the lines name
   * @return the shares in the order of their first lines; together the sum
   * @throws Refusal {@code not-zero}, {@code one-payer}, {@code whose}, {@code share}
   */
  public static List<Share> of(TapeMoney money, List<TapeLine> lines, Map<ItemId, OpenItem> items) {
    Tape.requireZero(money, lines);
    Map<Optional<CustomerId>, List<Integer>> parts = new LinkedHashMap<>();
    for (int i = 0; i < lines.size(); i++) {
      Optional<CustomerId> customer = whose(lines.get(i), items);
      parts.computeIfAbsent(customer, c -> new ArrayList<>()).add(i);
    }
    if (parts.size() < 2) {
      throw new Refusal(
          "one-payer", "All of it is of one payer; place what others paid on the tape too.");
    }
    List<Share> shares = new ArrayList<>();
    parts.forEach(
        (customer, of) -> {
          long minor = -of.stream().mapToLong(i -> lines.get(i).signedMinor(false)).sum();
          if (minor <= 0) {
            throw new Refusal(
                "share",
                "What stands for one of the payers comes to %s; each has paid something."
                    .formatted(AmountText.words(minor, money.currency())));
          }
          shares.add(new Share(customer, minor, List.copyOf(of)));
        });
    return shares;
  }

  private static Optional<CustomerId> whose(TapeLine line, Map<ItemId, OpenItem> items) {
    return switch (line.kind()) {
      case SETTLES, CREDIT_USED, GRANTED, KEPT_BACK, ON_ACCOUNT -> {
        Optional<CustomerId> customer =
            line.customer().or(() -> line.item().map(items::get).flatMap(OpenItem::customer));
        if (customer.isEmpty()) {
          throw new Refusal(
              "whose",
              "A line “%s” does not say whose it is; let it name an item."
                  .formatted(line.kind().words()));
        }
        yield customer;
      }
      case TO_ACCOUNT, UNIDENTIFIED -> Optional.empty();
      default ->
          throw new Refusal(
              "whose",
              "“%s” is no payer’s; only receipts are parted.".formatted(line.kind().words()));
    };
  }
}
