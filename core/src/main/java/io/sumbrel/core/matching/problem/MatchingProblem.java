package io.sumbrel.core.matching.problem;

import io.sumbrel.core.deposit.Recorded;
import io.sumbrel.core.matching.assignment.Amounts;
import io.sumbrel.core.matching.candidate.NameIndex;
import io.sumbrel.core.matching.candidate.NumberKeys;
import io.sumbrel.core.matching.problem.RememberedPayers.Learned;
import io.sumbrel.core.openitem.ItemId;
import io.sumbrel.core.openitem.ItemKind;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.party.Customer;
import io.sumbrel.core.party.CustomerId;
import io.sumbrel.core.receipt.MoneyIn;
import io.sumbrel.core.receipt.PastPayment;
import io.sumbrel.core.rules.ForgottenPayer;
import io.sumbrel.core.rules.HouseLimits;
import io.sumbrel.core.rules.HouseRules;
import io.sumbrel.core.rules.SilentList;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.Currency;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.IntUnaryOperator;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;

/**
 * The pile and everything that may explain it, as columns with indexes: built once, then only read.
 *
 * <p>Items and customers are addressed by their index in the lists that were given. Items are open
 * ones and those that are settled already, whose numbers are evidence too. Amounts are minor units.
 * What a posting changes makes a new problem that shares the indexes of the old one.
 */
public final class MatchingProblem {
  /** Stands for the last day of a discount where there is none. */
  public static final int NO_DISCOUNT = ItemIndexes.NO_DISCOUNT;

  /** So many items may come before the indexes are built anew. */
  private static final int MOST_NEWER = 256;

  private final List<MoneyIn> pile;
  private final List<OpenItem> items;
  private final Parties parties;
  private final HouseRules rules;

  /** Money kept on account since the indexes were built; addressed by what follows the items. */
  private final List<OpenItem> newer;

  /** What waits for the bank; addressed by what follows after room for newer items. */
  private final List<Recorded> recorded;

  private final ItemIndexes indexes;
  private final ItemIndexes newerIndexes;

  /** What is open on each item, signed, and on each record. */
  private final Amounts open;

  /** Items that are no longer as they stand in the indexes, and all newer ones. */
  private final ChangedItems changed;

  /** What is remembered otherwise than in the problem that this one came from. */
  private final Learned learned;

  private MatchingProblem(
      List<MoneyIn> pile,
      List<OpenItem> items,
      List<OpenItem> newer,
      Parties parties,
      HouseRules rules,
      List<Recorded> recorded,
      ItemIndexes indexes,
      ItemIndexes newerIndexes,
      Amounts open,
      ChangedItems changed,
      Learned learned) {
    this.pile = List.copyOf(pile);
    this.items = items;
    this.newer = newer;
    this.parties = parties;
    this.rules = rules;
    this.recorded = List.copyOf(recorded);
    this.indexes = indexes;
    this.newerIndexes = newerIndexes;
    this.open = open;
    this.changed = changed;
    this.learned = learned;
  }

  /**
   * @param items open items, and settled ones within the look-back window
   * @param remembered who paid for whom before
   */
  public static MatchingProblem of(
      List<MoneyIn> pile,
      List<OpenItem> items,
      List<Customer> customers,
      RememberedPayers remembered,
      HouseRules rules) {
    return of(pile, items, customers, remembered, List.of(), rules);
  }

  /**
   * The same with what is in the books already and waits for the bank.
   *
   * @param recorded none that is tied
   */
  public static MatchingProblem of(
      List<MoneyIn> pile,
      List<OpenItem> items,
      List<Customer> customers,
      RememberedPayers remembered,
      List<Recorded> recorded,
      HouseRules rules) {
    Parties parties = new Parties(customers, remembered);
    List<OpenItem> all = List.copyOf(items);
    ItemIndexes indexes = new ItemIndexes(all, parties);
    Amounts open = new Amounts(all.size() + MOST_NEWER + recorded.size());
    for (int i = 0; i < all.size(); i++) {
      open.set(i, all.get(i).openMinor());
    }
    for (int r = 0; r < recorded.size(); r++) {
      open.set(all.size() + MOST_NEWER + r, recorded.get(r).amountMinor());
    }
    ItemIndexes none = new ItemIndexes(List.of(), parties);
    return new MatchingProblem(
        pile,
        all,
        List.of(),
        parties,
        rules,
        recorded,
        indexes,
        none,
        open,
        new ChangedItems(new TreeMap<>(), indexes, place -> -1),
        Learned.NOTHING);
  }

  /**
   * The same with another pile, with other amounts on some of the items, and with money kept on
   * account. Settled items that were not here are left out, and money of unknown payers: it
   * explains nothing.
   *
   * @return empty when another item is new here, or one too many, or more than amounts has changed:
   *     then the indexes must be built anew
   */
  public Optional<MatchingProblem> with(List<MoneyIn> newPile, Collection<OpenItem> others) {
    return with(newPile, others, List.of(), List.of(), rules.forgotten());
  }

  /**
   * The same after what was decided meanwhile.
   *
   * @param come payments that were placed since, which teach who pays
   * @param gone payments that were placed and are not any more
   * @param forgotten who is not to be remembered now
   */
  public Optional<MatchingProblem> with(
      List<MoneyIn> newPile,
      Collection<OpenItem> others,
      List<PastPayment> come,
      List<PastPayment> gone,
      Set<ForgottenPayer> forgotten) {
    TreeMap<Integer, OpenItem> all = changed.byPlace();
    List<OpenItem> more = new ArrayList<>(newer);
    Amounts openNow = open.copy();
    for (OpenItem item : others) {
      int place = placeOf(item.id());
      if (place >= 0 && item(place).equals(item)) {
        continue;
      }
      boolean inert = item.isSettled() || item.customer().isEmpty();
      if (place < 0 && isKeptOnAccount(item) && more.size() < MOST_NEWER) {
        place = items.size() + more.size();
        more.add(item);
      } else if (place < 0 ? !inert : !isSameButForAmounts(item(place), item)) {
        return Optional.empty();
      }
      if (place >= 0) {
        openNow.set(place, item.openMinor());
        all.put(place, item);
      }
      if (place >= 0 && !isNewer(place) && items.get(place).equals(item)) {
        all.remove(place);
      }
    }
    boolean sameForgotten = forgotten.equals(rules.forgotten());
    Learned taught =
        remembered()
            .taughtBy(Stream.concat(come.stream(), gone.stream()).toList())
            .and(sameForgotten ? Set.of() : otherwise(rules.forgotten(), forgotten));
    Parties now =
        come.isEmpty() && gone.isEmpty() && sameForgotten
            ? parties
            : new Parties(parties, remembered().after(come, gone).forgetting(forgotten));
    ItemIndexes ofNewer = more.equals(newer) ? newerIndexes : new ItemIndexes(more, parties);
    IntUnaryOperator customerOf =
        i -> isNewer(i) ? ofNewer.customerOf[row(i)] : indexes.customerOf[i];
    return Optional.of(
        new MatchingProblem(
            newPile,
            items,
            more,
            now,
            rules.forgetting(forgotten),
            recorded,
            indexes,
            ofNewer,
            openNow,
            new ChangedItems(all, indexes, customerOf),
            taught));
  }

  /** Who is in one of two sets alone. */
  private static Set<ForgottenPayer> otherwise(Set<ForgottenPayer> then, Set<ForgottenPayer> now) {
    return Stream.concat(
            then.stream().filter(f -> !now.contains(f)),
            now.stream().filter(f -> !then.contains(f)))
        .collect(Collectors.toSet());
  }

  /**
   * The same without the sums that are to be explained. What was found for one of them holds on to
   * no more than this.
   */
  public MatchingProblem withoutPile() {
    return new MatchingProblem(
        List.of(),
        items,
        newer,
        parties,
        rules,
        recorded,
        indexes,
        newerIndexes,
        open,
        changed,
        learned);
  }

  /** The index of an item; −1 when it is none of these. */
  private int placeOf(ItemId id) {
    int place = indexes.placeOf(id);
    int after = place < 0 ? newerIndexes.placeOf(id) : -1;
    return after < 0 ? place : items.size() + after;
  }

  private boolean isKeptOnAccount(OpenItem item) {
    return !item.isSettled()
        && item.kind() == ItemKind.ON_ACCOUNT
        && indexes.hasCurrency(item.currency());
  }

  /** A document of which the total has changed makes habits read otherwise. */
  private static boolean isSameButForAmounts(OpenItem then, OpenItem now) {
    long more = now.totalMinor() - then.totalMinor();
    return (more == 0 || !then.kind().isNamed())
        && then.moved(more, now.openMinor() - then.openMinor()).equals(now);
  }

  /** How many items are no longer as they stand in the indexes; with many, build anew. */
  public int changes() {
    return changed.count();
  }

  /** The sums that are to be explained. */
  public List<MoneyIn> pile() {
    return pile;
  }

  /** An item as it stands now. */
  public OpenItem item(int index) {
    return changed.get(index, isNewer(index) ? null : items.get(index));
  }

  /** What may be repaid: open credits of customers, as they stand now. */
  public List<OpenItem> openCredits() {
    return IntStream.range(0, items.size() + newer.size())
        .filter(i -> open.get(i) < 0 && customerOf(i) >= 0)
        .mapToObj(this::item)
        .toList();
  }

  /** What is open on each item, signed, and on each record. */
  public Amounts openMinors() {
    return open;
  }

  /** Whose item it is; −1 when it is nobody's or a record. */
  public int customerOf(int item) {
    return isRecord(item) ? -1 : columns(item).customerOf[row(item)];
  }

  private boolean isNewer(int item) {
    return item >= items.size();
  }

  private ItemIndexes columns(int item) {
    return isNewer(item) ? newerIndexes : indexes;
  }

  private int row(int item) {
    return isNewer(item) ? item - items.size() : item;
  }

  /** Whether an index stands for what is recorded and waits for the bank, not for an item. */
  public boolean isRecord(int item) {
    return item >= firstRecord();
  }

  private int firstRecord() {
    return items.size() + MOST_NEWER;
  }

  /** What is recorded, by an index of {@link #isRecord}. */
  public Recorded recorded(int index) {
    return recorded.get(index - firstRecord());
  }

  /** What the bank's entry may be or hold, of all that is recorded. */
  public int[] recordedFor(MoneyIn entry) {
    return IntStream.range(firstRecord(), firstRecord() + recorded.size())
        .filter(r -> recorded(r).mayBeIn(entry, limits()))
        .toArray();
  }

  /** The last day of its discount, as days since 1970; {@link #NO_DISCOUNT} without. */
  public int lastDiscountDay(int item) {
    return columns(item).lastDiscountDays[row(item)];
  }

  /** The place of an item's number among all numbers, shorter ones first. */
  public int numberRank(int item) {
    return columns(item).numberRanks[row(item)];
  }

  /** The currency of an item. */
  public Currency currencyOf(int item) {
    return columns(item).currencyOf[row(item)];
  }

  /** The month of an item's date, counted from some year. */
  public int month(int item) {
    return columns(item).months[row(item)];
  }

  /** The day from which an item is late, as days since 1970. */
  public int dueDay(int item) {
    return columns(item).dueDays[row(item)];
  }

  /** What is remembered otherwise than in the problem that this one came from. */
  public Learned learned() {
    return learned;
  }

  /** Who paid for whom before. */
  public RememberedPayers remembered() {
    return parties.remembered;
  }

  /** How a customer was used to pay. */
  public Habit habitOf(int customer) {
    return remembered().habitOf(customer(customer).id());
  }

  /** The rules of the house as they are now. */
  public HouseRules rules() {
    return rules;
  }

  /** The limits of the house as they are now. */
  public HouseLimits limits() {
    return rules.limits();
  }

  /** Whether a customer bears what banks keep on the way. */
  public boolean bearsCharges(int customer) {
    return customer >= 0 && rules.bearCharges().contains(customer(customer).id());
  }

  /** Whether any list says how money that names nothing is placed. */
  public boolean hasSilentLists() {
    return rules.silent().isSet();
  }

  /** Whether a customer has a list of its own. */
  public boolean hasOwnSilentList(int customer) {
    return rules.silent().isOwn(customer(customer).id());
  }

  /** How money of a customer is placed that names nothing; empty where no list is set. */
  public Optional<SilentList> silentListOf(int customer) {
    return rules.silent().of(customer(customer).id());
  }

  /** A customer by its index. */
  public Customer customer(int index) {
    return parties.customers.get(index);
  }

  /** The index of a customer; −1 when it is none of these. */
  public int customerIndex(CustomerId id) {
    return parties.indexOf(id);
  }

  /** The name of a customer as it is compared. */
  public String normalName(int customer) {
    return parties.normalNames[customer];
  }

  /** Customers by their names. */
  public NameIndex names() {
    return parties.names;
  }

  /** The name with which a text begins, of a customer or of who paid before; the longest. */
  public Optional<String> nameAtTheStartOf(String text) {
    return parties.nameAtTheStartOf(text);
  }

  /** Items whose number is written so: as a whole, or its last run of digits. */
  public int[] byNumber(String written, String digits) {
    int[] whole = indexes.numbers.find(NumberKeys.of(written));
    return whole.length > 0 ? whole : indexes.numbers.find(NumberKeys.of(digits));
  }

  /** Whether the number of an item ends with these digits. */
  public boolean hasNumber(String digits) {
    return indexes.numbers.first(NumberKeys.of(digits)) >= 0;
  }

  /** Whether any number of ours has so many digits. */
  public boolean hasNumbersOfLength(int digits) {
    return indexes.hasNumbersOfLength(digits);
  }

  /** Items that were ordered under a number written so. */
  public int[] byOrder(String written) {
    return indexes.orders.find(NumberKeys.of(written));
  }

  /** Customers whose own number is written so. */
  public int[] byCustomerNumber(String written) {
    return parties.numbers.find(NumberKeys.of(written));
  }

  /** Open items of exactly this amount, of whatever customer, in their order. */
  public int[] byAmount(MoneyIn moneyIn) {
    long key = indexes.amountKey(moneyIn.currency(), moneyIn.amountMinor());
    int[] then = indexes.amounts.find(key);
    return merged(then, changed.byAmount(key));
  }

  /** Open items of one customer, in their order. */
  public int[] openOf(int customer) {
    int[] then = indexes.openOf.find(customer);
    return merged(then, changed.openOf(customer));
  }

  /** What has not changed of the one, with the other. */
  private int[] merged(int[] then, int[] now) {
    boolean asThen = now.length == 0;
    for (int k = 0; k < then.length && asThen; k++) {
      asThen = !changed.has(then[k]);
    }
    if (asThen) {
      return then;
    }
    IntStream kept = Arrays.stream(then).filter(i -> !changed.has(i));
    return IntStream.concat(kept, Arrays.stream(now)).sorted().toArray();
  }

  /** Every open invoice in a currency. */
  public List<Integer> openInvoices(Currency currency) {
    List<Integer> open = new ArrayList<>();
    for (int i = 0; i < items.size(); i++) {
      boolean invoice = item(i).openMinor() > 0 && customerOf(i) >= 0;
      if (invoice && currencyOf(i).equals(currency)) {
        open.add(i);
      }
    }
    return open;
  }

  /** The branches of a head office. */
  public int[] branchesOf(int customer) {
    return parties.branchesOf.find(customer);
  }

  /** Whether a customer is a head office. */
  public boolean hasBranches(int customer) {
    return parties.branchesOf.first(customer) >= 0;
  }

  /** The head office of a customer, or the customer itself. */
  public int headOf(int customer) {
    return parties.parentOf[customer] < 0 ? customer : parties.parentOf[customer];
  }

  /** Whether one customer is the other, its head office, or its branch. */
  public boolean isFamily(int one, int other) {
    return one == other
        || one >= 0
            && other >= 0
            && (parties.parentOf[one] == other || parties.parentOf[other] == one);
  }
}
