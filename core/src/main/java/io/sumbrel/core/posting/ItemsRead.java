package io.sumbrel.core.posting;

import io.sumbrel.core.ledger.AccountCode;
import io.sumbrel.core.ledger.JournalEntry;
import io.sumbrel.core.ledger.JournalLine;
import io.sumbrel.core.ledger.StandardAccount;
import io.sumbrel.core.money.Money;
import io.sumbrel.core.openitem.ItemId;
import io.sumbrel.core.openitem.ItemKind;
import io.sumbrel.core.openitem.ListChoice;
import io.sumbrel.core.openitem.ListComparison;
import io.sumbrel.core.openitem.ListedItem;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.party.CustomerId;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Currency;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.function.Function;
import java.util.function.Supplier;

/**
 * A list of open items is taken over: items first seen, changed, settled elsewhere, or billed to
 * another customer: receivables against billing clearing.
 *
 * @param described known items, as the list describes them now; their amounts are ours
 * @param listed the row that states an item, of described and new ones
 */
public record ItemsRead(
    JournalEntry entry,
    List<OpenItem> newItems,
    List<OpenItem> described,
    List<ItemMovement> movements,
    Map<ItemId, ListedItem> listed)
    implements Event {

  public ItemsRead {
    newItems = List.copyOf(newItems);
    described = List.copyOf(described);
    movements = List.copyOf(movements);
    listed = Map.copyOf(listed);
  }

  /**
   * What is needed to take a list over.
   *
   * @param customers by the seller's number
   * @param number of the posting, which money that stays on account carries too
   * @param nextId gives an unused item id at each call
   */
  public record Means(
      Map<String, CustomerId> customers,
      PostingNumber number,
      LocalDate date,
      Supplier<ItemId> nextId) {}

  /**
   * @param choice decides a row whose open amounts differ
   * @throws io.sumbrel.core.refusal.Refusal the reasons of {@link ListReading}
   */
  public static ItemsRead of(
      ListComparison comparison, Function<ListComparison.Row, ListChoice> choice, Means means) {
    ListReading reading = ListReading.of(comparison, choice);
    Taking taking = new Taking(means);
    comparison.rows().forEach(taking::describe);
    reading.effects().forEach(taking::take);
    return new ItemsRead(
        taking.journal(), taking.newItems, taking.described, taking.movements, taking.listed);
  }

  @Override
  public PostingKind kind() {
    return PostingKind.ITEMS_READ;
  }

  /** Gathers what one list does. */
  private static final class Taking {
    private final Means means;
    private final List<OpenItem> newItems = new ArrayList<>();
    private final List<OpenItem> described = new ArrayList<>();
    private final List<ItemMovement> movements = new ArrayList<>();
    private final Map<ItemId, ListedItem> listed = new HashMap<>();
    private final List<JournalLine> receivables = new ArrayList<>();
    private final Map<String, Long> clearing = new TreeMap<>();

    Taking(Means means) {
      this.means = means;
    }

    /** Known items take over dates, terms, order number and customer. */
    void describe(ListComparison.Row row) {
      if (row.listed().isEmpty() || row.ours().isEmpty()) {
        return;
      }
      OpenItem ours = row.ours().get();
      OpenItem now = described(row.listed().get(), ours);
      described.add(now);
      listed.put(now.id(), row.listed().get());
      if (!now.customer().equals(ours.customer())) {
        // the open amount moves from the one customer to the other
        movements.add(new ItemMovement(ours.id(), ItemMovement.Kind.CUSTOMER_CHANGED, 0, 0));
        move(ours, -ours.openMinor());
        move(now, ours.openMinor());
      }
    }

    void take(ListReading.Effect effect) {
      OpenItem item =
          effect
              .ours()
              .map(o -> effect.listed().map(l -> described(l, o)).orElse(o))
              .orElseGet(() -> firstSeen(effect.listed().orElseThrow()));
      movements.add(
          new ItemMovement(item.id(), effect.kind(), effect.totalDelta(), effect.openDelta()));
      move(item, effect.openDelta());
      if (effect.excessMinor() > 0) {
        OpenItem credit = credit(item);
        newItems.add(credit);
        movements.add(ItemMovement.staysAsCredit(credit.id(), effect.excessMinor()));
        move(credit, -effect.excessMinor());
      }
    }

    private OpenItem described(ListedItem row, OpenItem ours) {
      return new OpenItem(
          ours.id(),
          ours.kind(),
          Optional.of(customerOf(row)),
          ours.number(),
          row.date(),
          row.due(),
          ours.currency(),
          ours.totalMinor(),
          ours.openMinor(),
          row.taxMinor(),
          row.orderNumber(),
          row.terms());
    }

    private OpenItem firstSeen(ListedItem row) {
      OpenItem item =
          new OpenItem(
              means.nextId.get(),
              row.kind(),
              Optional.of(customerOf(row)),
              row.number(),
              row.date(),
              row.due(),
              row.currency(),
              0,
              0,
              row.taxMinor(),
              row.orderNumber(),
              row.terms());
      newItems.add(item);
      listed.put(item.id(), row);
      return item;
    }

    private CustomerId customerOf(ListedItem row) {
      return Optional.ofNullable(means.customers.get(row.customerNumber())).orElseThrow();
    }

    private OpenItem credit(OpenItem item) {
      return new OpenItem(
          means.nextId.get(),
          ItemKind.ON_ACCOUNT,
          item.customer(),
          means.number.words() + " " + item.number(),
          means.date,
          Optional.empty(),
          item.currency(),
          0,
          0,
          Optional.empty(),
          Optional.empty(),
          Optional.empty());
    }

    private void move(OpenItem item, long openDelta) {
      if (openDelta != 0) {
        Money delta = Money.ofMinor(item.currency(), openDelta);
        receivables.add(
            JournalLine.debit(StandardAccount.RECEIVABLES.code(), delta)
                .of(item.customer().orElseThrow()));
        clearing.merge(item.currency().getCurrencyCode(), openDelta, Long::sum);
      }
    }

    JournalEntry journal() {
      AccountCode account = StandardAccount.BILLING_CLEARING.code();
      // what a customer owes is one line: each item has its movement
      List<JournalLine> lines = new ArrayList<>(JournalLine.summed(receivables));
      clearing.forEach(
          (currency, minor) -> {
            if (minor != 0) {
              Money sum = Money.ofMinor(Currency.getInstance(currency), minor);
              lines.add(JournalLine.credit(account, sum));
            }
          });
      return new JournalEntry(means.date, lines);
    }
  }
}
