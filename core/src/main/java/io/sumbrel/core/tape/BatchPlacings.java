package io.sumbrel.core.tape;

import io.sumbrel.core.openitem.ItemId;
import io.sumbrel.core.receipt.MoneyInId;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * A batch of cheques beside what they pay: how much of its total is placed, and which items would
 * not go to nil. Amounts in minor units.
 *
 * @param placedMinor of posted cheques, on items
 * @param onAccountMinor of posted cheques, kept for a customer
 * @param unidentifiedMinor of posted cheques, of nobody that is known
 * @param elsewhereMinor of posted cheques, on accounts of the ledger
 * @param notPostedMinor of cheques of which nobody has posted what they are
 * @param leftMinor what stays open of each item when all is posted as it would be
 * @param rests of items that do not go to nil, each with the last cheque that pays it
 */
public record BatchPlacings(
    long placedMinor,
    long onAccountMinor,
    long unidentifiedMinor,
    long elsewhereMinor,
    long notPostedMinor,
    Map<ItemId, Long> leftMinor,
    List<Rest> rests) {

  /**
   * A cheque.
   *
   * @param money as which it is explained; empty for one from before these books
   * @param lines that explain it, or would
   */
  public record Cheque(
      Optional<MoneyInId> money, long amountMinor, boolean posted, List<TapeLine> lines) {
    /** What its lines of a kind come to. */
    public long of(LineKind kind) {
      return lines.stream().filter(l -> l.kind() == kind).mapToLong(TapeLine::amountMinor).sum();
    }

    /** The lines that settle items. */
    public List<TapeLine> settling() {
      return lines.stream().filter(l -> l.kind() == LineKind.SETTLES).toList();
    }
  }

  /**
   * What a batch leaves open of an item.
   *
   * @param money the cheque that pays it last
   * @param paidMinor by that cheque
   * @param posted whether it is so in the books
   * @param followed why the rest is claimed
   */
  public record Rest(
      MoneyInId money,
      ItemId item,
      long paidMinor,
      long leftMinor,
      boolean posted,
      Optional<ShortPayReason> followed) {}

  /**
   * @param openMinor of each item that the cheques name, as the books are now
   */
  public static BatchPlacings of(List<Cheque> cheques, Map<ItemId, Long> openMinor) {
    Map<ItemId, Long> left = new HashMap<>(openMinor);
    cheques.stream()
        .filter(c -> !c.posted)
        .flatMap(c -> c.settling().stream())
        .forEach(l -> left.merge(l.item().orElseThrow(), -l.itemMinor(), Long::sum));
    List<Cheque> posted = cheques.stream().filter(Cheque::posted).toList();
    long onAccount = sum(posted, LineKind.ON_ACCOUNT);
    long unidentified = sum(posted, LineKind.UNIDENTIFIED);
    long elsewhere = sum(posted, LineKind.TO_ACCOUNT);
    long all = posted.stream().mapToLong(Cheque::amountMinor).sum();
    return new BatchPlacings(
        all - onAccount - unidentified - elsewhere,
        onAccount,
        unidentified,
        elsewhere,
        cheques.stream().mapToLong(Cheque::amountMinor).sum() - all,
        left,
        rests(cheques, left));
  }

  private static long sum(List<Cheque> cheques, LineKind kind) {
    return cheques.stream().mapToLong(c -> c.of(kind)).sum();
  }

  private static List<Rest> rests(List<Cheque> cheques, Map<ItemId, Long> left) {
    Map<ItemId, Rest> rests = new LinkedHashMap<>();
    for (Cheque cheque : cheques) {
      for (TapeLine line : cheque.settling()) {
        ItemId item = line.item().orElseThrow();
        if (left.get(item) > 0 && cheque.money.isPresent()) {
          rests.put(
              item,
              new Rest(
                  cheque.money.get(),
                  item,
                  line.itemMinor(),
                  left.get(item),
                  cheque.posted,
                  line.shortPay()));
        }
      }
    }
    return List.copyOf(rests.values());
  }
}
