package io.sumbrel.core.tape;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import io.sumbrel.core.bank.Method;
import io.sumbrel.core.difference.DifferenceReason;
import io.sumbrel.core.ledger.StandardAccount;
import io.sumbrel.core.money.Money;
import io.sumbrel.core.openitem.ItemId;
import io.sumbrel.core.openitem.ItemKind;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.party.CustomerId;
import io.sumbrel.core.receipt.BankLine;
import io.sumbrel.core.receipt.MoneyIn;
import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.core.refusal.Refusal;
import java.time.LocalDate;
import java.util.Currency;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** A line of the bank that two customers and the counter paid, with sums by hand. */
class ByPayerTest {
  private static final Currency USD = Currency.getInstance("USD");
  private static final LocalDate DAY = LocalDate.of(2026, 11, 16);

  private final Map<ItemId, OpenItem> items = new HashMap<>();

  @BeforeEach
  void twoCustomers() {
    item(1, 7, 300_00);
    item(2, 8, 500_00);
    item(3, 7, 90_00);
  }

  private void item(long id, long customer, long open) {
    ItemId item = new ItemId(id);
    items.put(
        item,
        new OpenItem(
            item,
            open > 0 ? ItemKind.INVOICE : ItemKind.CREDIT_NOTE,
            Optional.of(new CustomerId(customer)),
            "T-" + id,
            DAY,
            Optional.empty(),
            USD,
            open,
            open,
            Optional.empty(),
            Optional.empty(),
            Optional.empty()));
  }

  private static Money usd(long minor) {
    return Money.ofMinor(USD, minor);
  }

  private static TapeLine settles(long item, long minor) {
    return TapeLine.settles(new ItemId(item), usd(minor));
  }

  private List<ByPayer.Share> shares(long minor, TapeLine... lines) {
    MoneyIn money =
        new MoneyIn(
                new MoneyInId(1),
                USD,
                minor,
                DAY,
                Optional.empty(),
                Optional.empty(),
                "",
                List.of())
            .on(new BankLine(1, Method.DEPOSIT, ""));
    return ByPayer.of(TapeMoney.of(money), List.of(lines), items);
  }

  /** 300 and 90 less 10 off, 500, and 25 of the counter: 380 + 500 + 25 = 905. */
  @Test
  void partsALineByWhoseItemsItPays() {
    List<ByPayer.Share> shares =
        shares(
            905_00,
            settles(1, 300_00),
            settles(2, 500_00),
            TapeLine.granted(DifferenceReason.SMALL_DIFFERENCE, new ItemId(3), usd(10_00)),
            settles(3, 90_00),
            TapeLine.toAccount(StandardAccount.SALES.code(), usd(25_00)));
    assertThat(shares)
        .containsExactly(
            new ByPayer.Share(Optional.of(new CustomerId(7)), 380_00, List.of(0, 2, 3)),
            new ByPayer.Share(Optional.of(new CustomerId(8)), 500_00, List.of(1)),
            new ByPayer.Share(Optional.empty(), 25_00, List.of(4)));
  }

  @Test
  void refusesWhatIsNotOfSeveral() {
    refused("one-payer", 390_00, settles(1, 300_00), settles(3, 90_00));
    refused("not-zero", 800_01, settles(1, 300_00), settles(2, 500_00));
    refused(
        "whose",
        795_00,
        settles(1, 300_00),
        settles(2, 500_00),
        TapeLine.keptBack(DifferenceReason.BANK_CHARGE, usd(5_00)));
    item(4, 9, -100_00);
    refused(
        "share",
        700_00,
        settles(1, 300_00),
        settles(2, 500_00),
        TapeLine.creditUsed(new ItemId(4), usd(100_00)));
  }

  private void refused(String code, long minor, TapeLine... lines) {
    assertThatThrownBy(() -> shares(minor, lines))
        .isInstanceOfSatisfying(Refusal.class, r -> assertThat(r.code()).isEqualTo(code));
  }
}
