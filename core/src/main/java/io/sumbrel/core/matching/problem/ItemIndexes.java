package io.sumbrel.core.matching.problem;

import io.sumbrel.core.matching.candidate.LongIndex;
import io.sumbrel.core.matching.candidate.NumberKeys;
import io.sumbrel.core.matching.text.NumberScan;
import io.sumbrel.core.openitem.ItemId;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.openitem.Terms;
import java.util.Arrays;
import java.util.Comparator;
import java.util.Currency;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;

/** Items by number, order number, customer and amount, as they stood when this was built. */
final class ItemIndexes {
  static final int NO_DISCOUNT = Integer.MIN_VALUE;

  private static final int MIN_NUMBER_DIGITS = 3;

  final LongIndex numbers = new LongIndex();
  final LongIndex orders = new LongIndex();
  final LongIndex amounts = new LongIndex();
  final LongIndex openOf = new LongIndex();
  final int[] customerOf;
  final Currency[] currencyOf;
  final int[] dueDays;
  final int[] lastDiscountDays;

  /** Months since the year 0 of the dates of items. */
  final int[] months;

  final int[] numberRanks;
  private final Map<Currency, Integer> currencies = new HashMap<>();

  /** The numbers of the items' ids, rising, and where each stands. */
  private final long[] ids;

  private final int[] placesById;
  private long numberLengths;

  ItemIndexes(List<OpenItem> items, Parties parties) {
    this.customerOf = new int[items.size()];
    this.currencyOf = new Currency[items.size()];
    this.dueDays = new int[items.size()];
    this.lastDiscountDays = new int[items.size()];
    this.months = new int[items.size()];
    for (int i = 0; i < items.size(); i++) {
      OpenItem item = items.get(i);
      customerOf[i] = item.customer().map(parties::indexOf).orElse(-1);
      currencies.computeIfAbsent(item.currency(), c -> currencies.size());
      index(i, item);
    }
    this.numberRanks = new int[items.size()];
    int[] byNumber =
        sorted(
            items,
            Comparator.<OpenItem>comparingInt(i -> i.number().length())
                .thenComparing(OpenItem::number));
    for (int rank = 0; rank < byNumber.length; rank++) {
      numberRanks[byNumber[rank]] = rank;
    }
    this.placesById = sorted(items, Comparator.comparingLong(i -> i.id().number()));
    this.ids = Arrays.stream(placesById).mapToLong(i -> items.get(i).id().number()).toArray();
  }

  /** Places in an order; of equal ones the earlier first. */
  private static int[] sorted(List<OpenItem> items, Comparator<OpenItem> order) {
    return IntStream.range(0, items.size())
        .boxed()
        .sorted(Comparator.comparing(items::get, order))
        .mapToInt(i -> i)
        .toArray();
  }

  private void index(int i, OpenItem item) {
    currencyOf[i] = item.currency();
    lastDiscountDays[i] =
        item.terms()
            .filter(Terms::grantsDiscount)
            .map(t -> (int) t.lastDiscountDay(item.date()).toEpochDay())
            .orElse(NO_DISCOUNT);
    months[i] = item.date().getYear() * 12 + item.date().getMonthValue();
    dueDays[i] = (int) item.due().orElse(item.date()).toEpochDay();
    if (item.kind().isNamed()) {
      long key = NumberKeys.of(item.number());
      numbers.add(key, i);
      String digits = NumberScan.trailingDigits(item.number());
      if (digits.length() >= MIN_NUMBER_DIGITS) {
        numberLengths |= 1L << Math.min(63, digits.length());
        long bare = NumberKeys.of(digits);
        if (bare != key) {
          numbers.add(bare, i);
        }
      }
      item.orderNumber().ifPresent(o -> orders.add(NumberKeys.of(o), i));
    }
    if (!item.isSettled() && customerOf[i] >= 0) {
      openOf.add(customerOf[i], i);
      amounts.add(amountKey(item.currency(), item.openMinor()), i);
    }
  }

  boolean hasCurrency(Currency currency) {
    return currencies.containsKey(currency);
  }

  /** The key of an amount; one of its own for a currency that no item has. */
  long amountKey(Currency currency, long minor) {
    return minor * 128 + currencies.getOrDefault(currency, 127);
  }

  /** The index of an item; −1 when it is none of these. */
  int placeOf(ItemId id) {
    int at = Arrays.binarySearch(ids, id.number());
    return at < 0 ? -1 : placesById[at];
  }

  /** Whether any number of ours has so many digits. */
  boolean hasNumbersOfLength(int digits) {
    return digits < 63 && (numberLengths >>> digits & 1) == 1;
  }
}
