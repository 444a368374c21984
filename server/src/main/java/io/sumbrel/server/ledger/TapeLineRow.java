package io.sumbrel.server.ledger;

import io.sumbrel.core.difference.DifferenceReason;
import io.sumbrel.core.ledger.AccountCode;
import io.sumbrel.core.money.ExchangeRate;
import io.sumbrel.core.money.Money;
import io.sumbrel.core.openitem.ItemId;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.party.CustomerId;
import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.core.tape.Exchange;
import io.sumbrel.core.tape.LineKind;
import io.sumbrel.core.tape.ShortPayReason;
import io.sumbrel.core.tape.Tape;
import io.sumbrel.core.tape.TapeLine;
import io.sumbrel.core.tax.TaxPart;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import jakarta.persistence.IdClass;
import jakarta.persistence.Table;
import java.io.Serializable;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.Currency;
import java.util.Map;
import java.util.Optional;
import org.hibernate.annotations.Immutable;

@Entity
@Immutable
@Table(name = "tape_line")
@IdClass(TapeLineRow.Key.class)
class TapeLineRow {
  record Key(long postingId, int lineNumber) implements Serializable {}

  @Id long postingId;
  @Id int lineNumber;

  @Enumerated(EnumType.STRING)
  LineKind kind;

  String currency;
  long amountMinor;
  Long itemId;

  /** The code of the reason; with its side and how it treats tax, as they were then. */
  String reason;

  @Enumerated(EnumType.STRING)
  DifferenceReason.Side reasonSide;

  @Enumerated(EnumType.STRING)
  DifferenceReason.Tax reasonTax;

  @Enumerated(EnumType.STRING)
  ShortPayReason shortPay;

  /** Where it goes, or the account of its reason. */
  String accountCode;

  String taxCode;
  String taxAccount;
  Long taxMinor;
  String note;
  Long customerId;

  /** The receipt of which it undoes a part. */
  Long returnedId;

  Long itemCustomerId;
  Long itemTotalMinor;
  Long itemTaxMinor;
  boolean agreed;

  /** Of an item in another currency: by how much it moves, and the rate. */
  String itemCurrency;

  Long itemMinor;
  BigDecimal rate;
  LocalDate rateDate;
  String meantFor;

  static TapeLineRow of(long postingId, int number, Tape tape, TapeLine line) {
    TapeLineRow row = new TapeLineRow();
    row.postingId = postingId;
    row.lineNumber = number;
    row.kind = line.kind();
    row.currency = line.amount().currency().getCurrencyCode();
    row.amountMinor = line.amount().minor();
    row.itemId = line.item().map(ItemId::number).orElse(null);
    line.reason()
        .ifPresent(
            r -> {
              row.reason = r.code();
              row.reasonSide = r.side();
              row.reasonTax = r.tax();
            });
    row.shortPay = line.shortPay().orElse(null);
    row.accountCode =
        line.account()
            .or(() -> line.reason().map(DifferenceReason::account))
            .map(AccountCode::code)
            .orElse(null);
    line.tax()
        .ifPresent(
            t -> {
              row.taxCode = t.code();
              row.taxAccount = t.account().code();
              row.taxMinor = t.minor();
            });
    line.exchange()
        .ifPresent(
            e -> {
              row.itemCurrency = e.amount().currency().getCurrencyCode();
              row.itemMinor = e.amount().minor();
              row.rate = e.rate().rate();
              row.rateDate = e.rate().date();
            });
    row.meantFor = line.meantFor().orElse(null);
    row.note = line.note();
    row.agreed = tape.agreed().contains(line);
    row.returnedId = line.returned().map(MoneyInId::number).orElse(null);
    row.customerId = line.customer().map(CustomerId::number).orElse(null);
    line.item()
        .ifPresent(
            i -> {
              OpenItem item = tape.items().get(i);
              row.itemCustomerId = item.customer().map(CustomerId::number).orElse(null);
              row.itemTotalMinor = item.totalMinor();
              row.itemTaxMinor = item.taxMinor().orElse(null);
            });
    return row;
  }

  /**
   * @param words what the house calls reasons, by their codes
   */
  TapeLine toFact(Map<String, String> words) {
    Optional<AccountCode> account = Optional.ofNullable(accountCode).map(AccountCode::new);
    return new TapeLine(
        kind,
        Money.ofMinor(Currency.getInstance(currency), amountMinor),
        Optional.ofNullable(itemId).map(ItemId::new),
        Optional.ofNullable(reason)
            .map(
                code ->
                    new DifferenceReason(
                        code,
                        words.getOrDefault(code, code),
                        reasonSide,
                        account.orElseThrow(),
                        reasonTax)),
        Optional.ofNullable(shortPay),
        account.filter(a -> reason == null),
        Optional.ofNullable(taxCode)
            .map(code -> new TaxPart(code, new AccountCode(taxAccount), taxMinor)),
        note,
        Optional.ofNullable(customerId).map(CustomerId::new),
        Optional.ofNullable(returnedId).map(MoneyInId::new),
        Optional.ofNullable(itemCurrency).map(code -> exchange(Currency.getInstance(code))),
        Optional.ofNullable(meantFor));
  }

  private Exchange exchange(Currency ofItem) {
    return new Exchange(
        Money.ofMinor(ofItem, itemMinor),
        new ExchangeRate(ofItem, Currency.getInstance(currency), rate, rateDate));
  }

  /** An item as it was when the line was posted. */
  OpenItem itemThen(OpenItem now) {
    return new OpenItem(
        now.id(),
        now.kind(),
        Optional.ofNullable(itemCustomerId).map(CustomerId::new),
        now.number(),
        now.date(),
        now.due(),
        now.currency(),
        itemTotalMinor,
        itemTotalMinor,
        Optional.ofNullable(itemTaxMinor),
        now.orderNumber(),
        now.terms());
  }
}
