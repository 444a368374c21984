package io.sumbrel.core.tape;

import io.sumbrel.core.difference.DifferenceReason;
import io.sumbrel.core.ledger.AccountCode;
import io.sumbrel.core.money.Money;
import io.sumbrel.core.openitem.ItemId;
import io.sumbrel.core.party.CustomerId;
import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.core.tax.TaxPart;
import java.util.Objects;
import java.util.Optional;
import java.util.function.Consumer;

/**
 * One line of a tape.
 *
 * @param amount above zero; its side comes from the kind
 * @param item the item that is settled, granted on, or used
 * @param reason of a line kept back or granted
 * @param shortPay on a line that settles: why the rest stays open and is followed up
 * @param account of a line that goes to an account; of a transfer, the other bank account
 * @param tax the part of it that is tax, where it goes to an account with a tax code
 * @param note what a person wrote beside it; may be empty
 * @param customer of money that stays on account, or is owed
 * @param returned the receipt of which it undoes a part
 * @param meantFor of money that stays on account: the invoice or order that it is to pay, which is
 *     not there yet
 * @param exchange where its item is in another currency: by how much that moves, and the rate
 */
public record TapeLine(
    LineKind kind,
    Money amount,
    Optional<ItemId> item,
    Optional<DifferenceReason> reason,
    Optional<ShortPayReason> shortPay,
    Optional<AccountCode> account,
    Optional<TaxPart> tax,
    String note,
    Optional<CustomerId> customer,
    Optional<MoneyInId> returned,
    Optional<Exchange> exchange,
    Optional<String> meantFor) {

  /** A longer note is cut nowhere; it is refused. */
  public static final int MOST_NOTE = 200;

  /** No number of an invoice or order is longer. */
  public static final int MOST_NUMBER = 40;

  public TapeLine {
    Objects.requireNonNull(kind);
    Objects.requireNonNull(amount);
    Objects.requireNonNull(item);
    Objects.requireNonNull(reason);
    Objects.requireNonNull(shortPay);
    Objects.requireNonNull(account);
    Objects.requireNonNull(tax);
    Objects.requireNonNull(note);
    Objects.requireNonNull(customer);
    Objects.requireNonNull(returned);
    Objects.requireNonNull(exchange);
    Objects.requireNonNull(meantFor);
  }

  /** A line while it is put together. */
  private static final class Made {
    private final LineKind kind;
    private final Money amount;
    private Optional<ItemId> item = Optional.empty();
    private Optional<DifferenceReason> reason = Optional.empty();
    private Optional<ShortPayReason> shortPay = Optional.empty();
    private Optional<AccountCode> account = Optional.empty();
    private Optional<TaxPart> tax = Optional.empty();
    private String note = "";
    private Optional<CustomerId> customer = Optional.empty();
    private Optional<MoneyInId> returned = Optional.empty();
    private Optional<Exchange> exchange = Optional.empty();
    private Optional<String> meantFor = Optional.empty();

    private Made(LineKind kind, Money amount) {
      this.kind = kind;
      this.amount = amount;
    }

    private TapeLine line() {
      return new TapeLine(
          kind, amount, item, reason, shortPay, account, tax, note, customer, returned, exchange,
          meantFor);
    }
  }

  private static TapeLine made(LineKind kind, Money amount, Consumer<Made> more) {
    Made made = new Made(kind, amount);
    more.accept(made);
    return made.line();
  }

  private TapeLine with(Consumer<Made> more) {
    return with(amount, more);
  }

  private TapeLine with(Money other, Consumer<Made> more) {
    Made made = new Made(kind, other);
    made.item = item;
    made.reason = reason;
    made.shortPay = shortPay;
    made.account = account;
    made.tax = tax;
    made.note = note;
    made.customer = customer;
    made.returned = returned;
    made.exchange = exchange;
    made.meantFor = meantFor;
    more.accept(made);
    return made.line();
  }

  public static TapeLine settles(ItemId item, Money amount) {
    return made(LineKind.SETTLES, amount, m -> m.item = Optional.of(item));
  }

  public static TapeLine creditUsed(ItemId item, Money amount) {
    return made(LineKind.CREDIT_USED, amount, m -> m.item = Optional.of(item));
  }

  public static TapeLine keptBack(DifferenceReason reason, Money amount) {
    return made(LineKind.KEPT_BACK, amount, m -> m.reason = Optional.of(reason));
  }

  public static TapeLine granted(DifferenceReason reason, ItemId item, Money amount) {
    return made(LineKind.GRANTED, amount, m -> m.reason = Optional.of(reason)).on(item);
  }

  public static TapeLine toAccount(AccountCode account, Money amount) {
    return made(LineKind.TO_ACCOUNT, amount, m -> m.account = Optional.of(account));
  }

  /**
   * @param other the ledger account of the other bank account
   */
  public static TapeLine transfer(AccountCode other, Money amount) {
    return made(LineKind.TRANSFER, amount, m -> m.account = Optional.of(other));
  }

  public static TapeLine owed(CustomerId customer, Money amount) {
    return made(LineKind.OWED, amount, m -> m.customer = Optional.of(customer));
  }

  public static TapeLine onAccount(CustomerId customer, Money amount) {
    return made(LineKind.ON_ACCOUNT, amount, m -> m.customer = Optional.of(customer));
  }

  public static TapeLine unidentified(Money amount) {
    return made(LineKind.UNIDENTIFIED, amount, m -> {});
  }

  /** A credit that is paid back, before the bank shows it. */
  public static TapeLine toPay(Money amount) {
    return made(LineKind.TO_PAY, amount, m -> {});
  }

  /** An item that a receipt settled opens again. */
  public static TapeLine reopens(MoneyInId receipt, ItemId item, Money amount) {
    return made(LineKind.REOPENS, amount, m -> m.returned = Optional.of(receipt)).on(item);
  }

  /** A credit that was used with a receipt is there again. */
  public static TapeLine creditBack(MoneyInId receipt, ItemId credit, Money amount) {
    return made(LineKind.CREDIT_BACK, amount, m -> m.returned = Optional.of(receipt)).on(credit);
  }

  /** What was kept back or granted with a receipt goes back with it. */
  public static TapeLine takenBack(MoneyInId receipt, TapeLine given, Money amount) {
    return made(
        LineKind.TAKEN_BACK,
        amount,
        m -> {
          m.returned = Optional.of(receipt);
          m.reason = Optional.of(given.reason.orElseThrow());
          m.item = given.item;
        });
  }

  /** The same line on an item. */
  public TapeLine on(ItemId on) {
    return with(m -> m.item = Optional.of(on));
  }

  /** The same line, with the rest of its item still claimed for a reason. */
  public TapeLine leavingOpen(ShortPayReason why) {
    return with(m -> m.shortPay = Optional.of(why));
  }

  /** The same line, with a part of it that is tax. */
  public TapeLine taxed(TaxPart part) {
    return with(m -> m.tax = Optional.of(part));
  }

  /** The same line with something written beside it. */
  public TapeLine noted(String words) {
    return with(m -> m.note = words);
  }

  /** The same line, meant for an invoice or order that is not there yet. */
  public TapeLine meantFor(String number) {
    return with(m -> m.meantFor = Optional.of(number));
  }

  /** The same line on an item in another currency. */
  public TapeLine at(Exchange rate) {
    return with(m -> m.exchange = Optional.of(rate));
  }

  /** The same line without a word of the rest, and without a note. */
  TapeLine bareOfWords() {
    return with(
        m -> {
          m.shortPay = Optional.empty();
          m.note = "";
        });
  }

  /**
   * A part of the line: without its tax, which is reckoned anew.
   *
   * @param restStaysOpen whether what is said of the rest of its item goes with it
   */
  TapeLine part(long minor, boolean restStaysOpen) {
    return with(
        Money.ofMinor(amount.currency(), minor),
        m -> {
          m.tax = Optional.empty();
          m.shortPay = shortPay.filter(s -> restStaysOpen);
        });
  }

  /** The amount in minor units. */
  public long amountMinor() {
    return amount.minor();
  }

  /** By how much its item moves, in minor units of the currency of that. */
  public long itemMinor() {
    return exchange.map(e -> e.amount().minor()).orElse(amount.minor());
  }

  /** What the line adds to what is still to place: above zero or below, in minor units. */
  public long signedMinor(boolean paidOut) {
    return kind.side(paidOut) * amount.minor();
  }
}
