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

  private static TapeLine bare(LineKind kind, Money amount) {
    return new TapeLine(
        kind,
        amount,
        Optional.empty(),
        Optional.empty(),
        Optional.empty(),
        Optional.empty(),
        Optional.empty(),
        "",
        Optional.empty(),
        Optional.empty(),
        Optional.empty(),
        Optional.empty());
  }

  public static TapeLine settles(ItemId item, Money amount) {
    return bare(LineKind.SETTLES, amount).on(item);
  }

  public static TapeLine creditUsed(ItemId item, Money amount) {
    return bare(LineKind.CREDIT_USED, amount).on(item);
  }

  public static TapeLine keptBack(DifferenceReason reason, Money amount) {
    return because(bare(LineKind.KEPT_BACK, amount), reason);
  }

  public static TapeLine granted(DifferenceReason reason, ItemId item, Money amount) {
    return because(bare(LineKind.GRANTED, amount), reason).on(item);
  }

  public static TapeLine toAccount(AccountCode account, Money amount) {
    return toAccount(LineKind.TO_ACCOUNT, account, amount);
  }

  private static TapeLine toAccount(LineKind kind, AccountCode account, Money amount) {
    return new TapeLine(
        kind,
        amount,
        Optional.empty(),
        Optional.empty(),
        Optional.empty(),
        Optional.of(account),
        Optional.empty(),
        "",
        Optional.empty(),
        Optional.empty(),
        Optional.empty(),
        Optional.empty());
  }

  /**
   * @param other the ledger account of the other bank account
   */
  public static TapeLine transfer(AccountCode other, Money amount) {
    return toAccount(LineKind.TRANSFER, other, amount);
  }

  public static TapeLine owed(CustomerId customer, Money amount) {
    return of(LineKind.OWED, customer, amount);
  }

  public static TapeLine onAccount(CustomerId customer, Money amount) {
    return of(LineKind.ON_ACCOUNT, customer, amount);
  }

  private static TapeLine of(LineKind kind, CustomerId customer, Money amount) {
    return new TapeLine(
        kind,
        amount,
        Optional.empty(),
        Optional.empty(),
        Optional.empty(),
        Optional.empty(),
        Optional.empty(),
        "",
        Optional.of(customer),
        Optional.empty(),
        Optional.empty(),
        Optional.empty());
  }

  public static TapeLine unidentified(Money amount) {
    return bare(LineKind.UNIDENTIFIED, amount);
  }

  /** A credit that is paid back, before the bank shows it. */
  public static TapeLine toPay(Money amount) {
    return bare(LineKind.TO_PAY, amount);
  }

  /** An item that a receipt settled opens again. */
  public static TapeLine reopens(MoneyInId receipt, ItemId item, Money amount) {
    return returning(bare(LineKind.REOPENS, amount).on(item), receipt);
  }

  /** A credit that was used with a receipt is there again. */
  public static TapeLine creditBack(MoneyInId receipt, ItemId credit, Money amount) {
    return returning(bare(LineKind.CREDIT_BACK, amount).on(credit), receipt);
  }

  /** What was kept back or granted with a receipt goes back with it. */
  public static TapeLine takenBack(MoneyInId receipt, TapeLine given, Money amount) {
    TapeLine line = because(bare(LineKind.TAKEN_BACK, amount), given.reason.orElseThrow());
    return returning(given.item.map(line::on).orElse(line), receipt);
  }

  private static TapeLine returning(TapeLine l, MoneyInId receipt) {
    return new TapeLine(
        l.kind,
        l.amount,
        l.item,
        l.reason,
        l.shortPay,
        l.account,
        l.tax,
        l.note,
        l.customer,
        Optional.of(receipt),
        l.exchange,
        l.meantFor);
  }

  /** The same line on an item. */
  public TapeLine on(ItemId item) {
    return new TapeLine(
        kind,
        amount,
        Optional.of(item),
        reason,
        shortPay,
        account,
        tax,
        note,
        customer,
        returned,
        exchange,
        meantFor);
  }

  /** The same line, with the rest of its item still claimed for a reason. */
  public TapeLine leavingOpen(ShortPayReason why) {
    return new TapeLine(
        kind,
        amount,
        item,
        reason,
        Optional.of(why),
        account,
        tax,
        note,
        customer,
        returned,
        exchange,
        meantFor);
  }

  /** The same line, with a part of it that is tax. */
  public TapeLine taxed(TaxPart part) {
    return new TapeLine(
        kind,
        amount,
        item,
        reason,
        shortPay,
        account,
        Optional.of(part),
        note,
        customer,
        returned,
        exchange,
        meantFor);
  }

  /** The same line with something written beside it. */
  public TapeLine noted(String words) {
    return new TapeLine(
        kind, amount, item, reason, shortPay, account, tax, words, customer, returned, exchange,
        meantFor);
  }

  /** The same line, meant for an invoice or order that is not there yet. */
  public TapeLine meantFor(String number) {
    return new TapeLine(
        kind,
        amount,
        item,
        reason,
        shortPay,
        account,
        tax,
        note,
        customer,
        returned,
        exchange,
        Optional.of(number));
  }

  /** The same line on an item in another currency. */
  public TapeLine at(Exchange rate) {
    return new TapeLine(
        kind,
        amount,
        item,
        reason,
        shortPay,
        account,
        tax,
        note,
        customer,
        returned,
        Optional.of(rate),
        meantFor);
  }

  /** The same line without a word of the rest, and without a note. */
  TapeLine bareOfWords() {
    return new TapeLine(
        kind,
        amount,
        item,
        reason,
        Optional.empty(),
        account,
        tax,
        "",
        customer,
        returned,
        exchange,
        meantFor);
  }

  private static TapeLine because(TapeLine l, DifferenceReason reason) {
    return new TapeLine(
        l.kind,
        l.amount,
        l.item,
        Optional.of(reason),
        l.shortPay,
        l.account,
        l.tax,
        l.note,
        l.customer,
        l.returned,
        l.exchange,
        l.meantFor);
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
