package io.sumbrel.server.desk;

import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.party.Customer;
import io.sumbrel.core.party.CustomerId;
import io.sumbrel.server.deposit.DepositViews;
import io.sumbrel.server.ledger.OpenItemsNow;
import io.sumbrel.server.matching.PlanBoard;
import io.sumbrel.server.openitem.Items;
import io.sumbrel.server.party.Customers;
import io.sumbrel.server.people.Actor;
import io.sumbrel.server.receipt.MoneyLine;
import java.time.LocalDate;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;

/**
 * Looks for a text in everything at once: what is to be explained, what is, what was set aside,
 * open and settled items, deposits and customers.
 */
@Component
class FindAnything {
  /** So many of each kind are shown; that there are more is said. */
  private static final int MOST = 8;

  private static final DateTimeFormatter DAY =
      DateTimeFormatter.ofPattern("d MMM yyyy", Locale.ENGLISH);

  private final DoneList doneList;
  private final SettingAside settingAside;
  private final OpenItemsNow openItems;
  private final Items items;
  private final Customers customers;
  private final DepositViews deposits;

  FindAnything(
      DoneList doneList,
      SettingAside settingAside,
      OpenItemsNow openItems,
      Items items,
      Customers customers,
      DepositViews deposits) {
    this.doneList = doneList;
    this.settingAside = settingAside;
    this.openItems = openItems;
    this.items = items;
    this.customers = customers;
    this.deposits = deposits;
  }

  /** Where something was found. */
  enum Place {
    PILE("in the pile"),
    SET_ASIDE("set aside"),
    DONE("explained"),
    ITEM("item"),
    DEPOSIT("deposit not at the bank yet"),
    CUSTOMER("customer");

    private final String words;

    Place(String words) {
      this.words = words;
    }
  }

  /**
   * @param id of a sum, an item, a deposit, a customer
   * @param number of a posting, by which it is opened
   * @param currency empty where there is no amount
   */
  record FoundThing(
      Place place,
      String placeWords,
      Optional<Long> id,
      Optional<String> number,
      String what,
      String detail,
      String currency,
      long amountMinor) {}

  /**
   * @param more of which places there are more than are shown
   */
  record AllFound(List<FoundThing> found, List<String> more) {}

  /** What a text is looked for as. */
  private record Wanted(String text, String digits) {
    static Wanted of(String typed) {
      String text = typed.strip().toLowerCase(Locale.ROOT);
      return new Wanted(text, text.matches("[-−0-9.,' ]+") ? text.replaceAll("[^0-9]", "") : "");
    }

    boolean reads(String... texts) {
      return Arrays.stream(texts).anyMatch(t -> t.toLowerCase(Locale.ROOT).contains(text));
    }

    boolean isAmount(long minor) {
      return !digits.isEmpty() && Long.toString(Math.abs(minor)).startsWith(digits);
    }

    boolean isDay(LocalDate date) {
      return date.toString().startsWith(text)
          || DAY.format(date).toLowerCase(Locale.ROOT).startsWith(text);
    }
  }

  /** The first of each kind; nothing for less than two letters. Not within a transaction. */
  public AllFound of(Actor actor, PlanBoard.Board board, String typed) {
    Wanted wanted = Wanted.of(typed);
    if (wanted.text.length() < 2) {
      return new AllFound(List.of(), List.of());
    }
    List<FoundThing> found = new ArrayList<>();
    List<String> more = new ArrayList<>();
    add(found, more, pile(board, wanted));
    add(found, more, setAside(actor, wanted));
    add(found, more, done(actor, typed));
    add(found, more, items(actor, wanted));
    add(found, more, deposits(actor, wanted));
    add(found, more, customers(actor, typed));
    return new AllFound(found, more);
  }

  private static void add(List<FoundThing> found, List<String> more, Stream<FoundThing> some) {
    List<FoundThing> first = some.limit(MOST + 1L).toList();
    if (first.size() > MOST) {
      more.add(first.get(0).placeWords());
    }
    found.addAll(first.subList(0, Math.min(MOST, first.size())));
  }

  private static FoundThing sum(Place place, long id, String payer, String detail, Amount amount) {
    return new FoundThing(
        place,
        place.words,
        Optional.of(id),
        Optional.empty(),
        payer,
        detail,
        amount.currency,
        amount.minor);
  }

  private record Amount(String currency, long minor) {}

  private static Stream<FoundThing> pile(PlanBoard.Board board, Wanted wanted) {
    return board.pile().stream()
        .filter(l -> isFound(l, wanted))
        .map(
            l ->
                sum(
                    Place.PILE,
                    l.moneyIn().id().number(),
                    l.payer(),
                    DAY.format(l.moneyIn().bookingDate()),
                    new Amount(
                        l.moneyIn().currency().getCurrencyCode(), l.moneyIn().amountMinor())));
  }

  private static boolean isFound(MoneyLine line, Wanted wanted) {
    return wanted.isAmount(line.moneyIn().amountMinor())
        || wanted.isDay(line.moneyIn().bookingDate())
        || wanted.reads(line.payer(), line.moneyIn().text(), line.bankReference());
  }

  private Stream<FoundThing> setAside(Actor actor, Wanted wanted) {
    return settingAside.report(actor).stream()
        .filter(
            s ->
                wanted.isAmount(s.amountMinor())
                    || wanted.isDay(s.date())
                    || wanted.reads(s.payer(), s.why(), s.person()))
        .map(
            s ->
                sum(
                    Place.SET_ASIDE,
                    s.moneyInId(),
                    s.payer(),
                    s.why(),
                    new Amount(s.currency(), s.amountMinor())));
  }

  private Stream<FoundThing> done(Actor actor, String typed) {
    DoneList.Wanted wanted = new DoneList.Wanted(Optional.empty(), "", typed);
    return doneList.newest(actor, wanted, MOST + 1).stream()
        .map(
            d ->
                new FoundThing(
                    Place.DONE,
                    d.turnedBackBy().isEmpty() ? Place.DONE.words : "turned back",
                    d.moneyInId(),
                    Optional.of(d.number()),
                    d.payer(),
                    d.number() + " · " + d.words(),
                    d.currency(),
                    d.amountMinor()));
  }

  private Stream<FoundThing> items(Actor actor, Wanted wanted) {
    Stream<OpenItem> open =
        openItems
            .all(actor.booksId())
            .filter(
                i ->
                    wanted.isAmount(i.openMinor())
                        || wanted.isAmount(i.totalMinor())
                        || wanted.reads(i.number(), i.orderNumber().orElse("")));
    String number = wanted.text.toUpperCase(Locale.ROOT);
    Stream<OpenItem> settled =
        items.numbered(actor.booksId(), List.of(number), false).values().stream()
            .filter(OpenItem::isSettled);
    List<OpenItem> first = Stream.concat(open, settled).limit(MOST + 1L).toList();
    Map<CustomerId, Customer> names =
        customers.find(
            actor.booksId(),
            first.stream().flatMap(i -> i.customer().stream()).distinct().toList());
    return first.stream()
        .map(
            i ->
                new FoundThing(
                    Place.ITEM,
                    i.isSettled() ? "settled " + i.kind().words() : i.kind().words(),
                    Optional.of(i.id().number()),
                    Optional.empty(),
                    i.number(),
                    i.customer().map(c -> names.get(c).name() + " · ").orElse("")
                        + DAY.format(i.date()),
                    i.currency().getCurrencyCode(),
                    i.isSettled() ? i.totalMinor() : i.openMinor()));
  }

  private Stream<FoundThing> deposits(Actor actor, Wanted wanted) {
    return deposits.untied(actor.booksId()).stream()
        .filter(
            d ->
                wanted.isAmount(d.netMinor())
                    || wanted.isDay(d.date())
                    || wanted.reads(d.kind() + " " + d.reference())
                    || d.members().stream()
                        .anyMatch(
                            m ->
                                wanted.isAmount(m.amountMinor())
                                    || wanted.reads(m.payer(), m.number())))
        .map(
            d ->
                new FoundThing(
                    Place.DEPOSIT,
                    Place.DEPOSIT.words,
                    d.id(),
                    Optional.empty(),
                    (d.kind() + " " + d.reference()).strip(),
                    DAY.format(d.date()) + " · " + d.account(),
                    d.currency(),
                    d.netMinor()));
  }

  private Stream<FoundThing> customers(Actor actor, String typed) {
    return customers.found(actor.booksId(), typed, MOST + 1).stream()
        .map(
            c ->
                new FoundThing(
                    Place.CUSTOMER,
                    Place.CUSTOMER.words,
                    Optional.of(c.id().number()),
                    Optional.empty(),
                    c.name(),
                    c.number(),
                    "",
                    0));
  }
}
