package io.sumbrel.server.desk;

import io.sumbrel.core.chart.Chart;
import io.sumbrel.core.difference.DifferenceReason;
import io.sumbrel.core.ledger.AccountCode;
import io.sumbrel.core.money.Currencies;
import io.sumbrel.core.money.ExchangeRate;
import io.sumbrel.core.money.Money;
import io.sumbrel.core.openitem.ItemId;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.openitem.Terms;
import io.sumbrel.core.party.CustomerId;
import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.core.tape.Exchange;
import io.sumbrel.core.tape.LineKind;
import io.sumbrel.core.tape.ShortPayReason;
import io.sumbrel.core.tape.TapeLine;
import io.sumbrel.core.tape.TapeMoney;
import io.sumbrel.core.tax.TaxPart;
import io.sumbrel.formats.ratecsv.RateCsvReader;
import java.time.LocalDate;
import java.util.Currency;
import java.util.Map;
import java.util.Optional;

/**
 * A line of a tape as the browser sends and shows it.
 *
 * @param customer what the customer is called
 * @param meantFor the invoice or order that money on account is to pay
 * @param returned the receipt of which it undoes a part, by the id of its sum
 */
public record LineView(
    LineKind kind,
    long amountMinor,
    Optional<Long> itemId,
    Optional<String> reason,
    Optional<ShortPayReason> shortPay,
    Optional<String> account,
    Optional<String> taxCode,
    Optional<String> note,
    Optional<Long> customerId,
    Optional<String> customer,
    Optional<Long> returned,
    Optional<ExchangeView> exchange,
    Optional<String> meantFor,
    Optional<ItemView> item) {

  /**
   * At which rate an item in another currency meets the line.
   *
   * @param minor by how much the item moves; empty where the rate says it
   * @param rate what a unit of its currency is worth in that of the money, with a decimal point
   */
  record ExchangeView(String currency, Optional<Long> minor, String rate, LocalDate date) {
    static ExchangeView of(Exchange exchange) {
      return new ExchangeView(
          exchange.amount().currency().getCurrencyCode(),
          Optional.of(exchange.amount().minor()),
          exchange.rate().figure(),
          exchange.rate().date());
    }

    Exchange toExchange(Money worth) {
      Currency of = Currencies.of(currency);
      ExchangeRate at = new ExchangeRate(of, worth.currency(), RateCsvReader.figure(rate), date);
      return new Exchange(minor.map(m -> within(of, m)).orElseGet(() -> at.back(worth)), at);
    }
  }

  /**
   * @param chart whose reasons and tax codes it names
   * @param money that it explains
   * @throws Refusal {@code line-amount} above what is handled, {@code reason}, {@code tax-code},
   *     {@code rate}
   */
  TapeLine toLine(Chart chart, TapeMoney money) {
    Money amount = within(money.currency(), amountMinor);
    return new TapeLine(
        kind,
        amount,
        itemId.map(ItemId::new),
        reason.map(chart::reason),
        shortPay,
        account.map(AccountCode::new),
        taxCode.map(code -> chart.taxIn(code, Math.max(amountMinor, 0), money.date())),
        note.orElse(""),
        customerId.map(CustomerId::new),
        returned.map(MoneyInId::new),
        exchange.map(e -> e.toExchange(amount)),
        meantFor.map(String::strip).filter(n -> !n.isEmpty()));
  }

  private static Money within(Currency currency, long minor) {
    if (minor > Money.MAX_MINOR || minor < -Money.MAX_MINOR) {
      throw new Refusal("line-amount", "The amount of a line is larger than is handled here.");
    }
    return Money.ofMinor(currency, minor);
  }

  /** A line that settles an item, or a part of it. */
  public static LineView settles(OpenItem item, long minor) {
    Money amount = Money.ofMinor(item.currency(), minor);
    return of(TapeLine.settles(item.id(), amount), Shown.NOTHING);
  }

  /**
   * @param shown what the line may name
   */
  static LineView of(TapeLine line, Shown shown) {
    return new LineView(
        line.kind(),
        line.amountMinor(),
        line.item().map(ItemId::number),
        line.reason().map(DifferenceReason::code),
        line.shortPay(),
        line.account().map(AccountCode::code),
        line.tax().map(TaxPart::code),
        Optional.of(line.note()).filter(n -> !n.isEmpty()),
        line.customer().map(CustomerId::number),
        line.customer().map(shown.customers::get),
        line.returned().map(MoneyInId::number),
        line.exchange().map(ExchangeView::of),
        line.meantFor(),
        line.item().map(shown.items::get));
  }

  /** The same, with the item and the customer that it names. */
  LineView showing(Shown shown) {
    return new LineView(
        kind,
        amountMinor,
        itemId,
        reason,
        shortPay,
        account,
        taxCode,
        note,
        customerId,
        customerId.map(c -> shown.customers.get(new CustomerId(c))),
        returned,
        exchange,
        meantFor,
        itemId.map(i -> shown.items.get(new ItemId(i))));
  }

  /** What lines may name, with the names of customers. */
  record Shown(Map<ItemId, ItemView> items, Map<CustomerId, String> customers) {
    static final Shown NOTHING = new Shown(Map.of(), Map.of());
  }

  /**
   * An item as it is shown beside a tape.
   *
   * @param extra the house's own columns, as the list had them; empty where it has none
   */
  record ItemView(
      long id,
      String number,
      String kind,
      boolean credit,
      Optional<Long> customerId,
      String customer,
      LocalDate date,
      Optional<LocalDate> due,
      boolean late,
      String currency,
      long totalMinor,
      long openMinor,
      Optional<String> orderNumber,
      Optional<String> terms,
      long discountMinor,
      Optional<LocalDate> discountUntil,
      Optional<WorthView> worth,
      String extra) {

    /**
     * What an item in another currency is worth in that of the money, on the day of that.
     *
     * @param openMinor signed
     */
    record WorthView(String rate, LocalDate date, long openMinor) {
      static WorthView of(OpenItem item, ExchangeRate rate) {
        Money open = Money.ofMinor(item.currency(), item.openMinor());
        return new WorthView(rate.figure(), rate.date(), rate.convert(open).minor());
      }
    }

    static ItemView of(
        OpenItem item,
        String customer,
        String extra,
        LocalDate today,
        Optional<ExchangeRate> rate) {
      return new ItemView(
          item.id().number(),
          item.number(),
          item.kind().words(),
          item.kind().isCredit(),
          item.customer().map(CustomerId::number),
          customer,
          item.date(),
          item.due(),
          item.due().filter(d -> d.isBefore(today)).isPresent(),
          item.currency().getCurrencyCode(),
          item.totalMinor(),
          item.openMinor(),
          item.orderNumber(),
          item.terms().map(Terms::words),
          item.discountMinor(),
          item.terms().filter(Terms::grantsDiscount).map(t -> t.lastDiscountDay(item.date())),
          rate.map(r -> WorthView.of(item, r)),
          extra);
    }
  }
}
