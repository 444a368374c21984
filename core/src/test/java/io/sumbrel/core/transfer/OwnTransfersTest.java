package io.sumbrel.core.transfer;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.core.bank.Method;
import io.sumbrel.core.evidence.Evidence;
import io.sumbrel.core.ledger.AccountCode;
import io.sumbrel.core.money.ExchangeRate;
import io.sumbrel.core.money.ExchangeRates;
import io.sumbrel.core.openitem.ItemId;
import io.sumbrel.core.openitem.ItemKind;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.receipt.BankLine;
import io.sumbrel.core.receipt.MoneyIn;
import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.core.receipt.OppositeSums;
import io.sumbrel.core.rules.HouseLimits;
import io.sumbrel.core.usual.OtherWay;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.Currency;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;

class OwnTransfersTest {
  private static final Currency USD = Currency.getInstance("USD");
  private static final Currency EUR = Currency.getInstance("EUR");
  private static final LocalDate DAY = LocalDate.of(2026, 11, 16);
  private static final List<OwnTransfers.Own> ACCOUNTS =
      List.of(
          own(1, "1010", USD, "US-990014417", "Quayline ··4417"),
          own(2, "1020", USD, "0077 2210 38", "Harbour ··1038"),
          own(3, "1030", EUR, "DE02120300000000202051", "Nordlicht ··2051"));

  private static final ExchangeRates RATES =
      new ExchangeRates(
          List.of(new ExchangeRate(EUR, USD, new BigDecimal("1.08"), DAY.minusDays(3))));

  private static OwnTransfers.Own own(
      long id, String code, Currency currency, String number, String words) {
    return new OwnTransfers.Own(id, new AccountCode(code), currency, number, words);
  }

  private static MoneyIn entry(long id, long account, long minor, int day, String text) {
    return new MoneyIn(
            new MoneyInId(id),
            USD,
            minor,
            DAY.withDayOfMonth(day),
            Optional.empty(),
            Optional.empty(),
            text,
            List.of())
        .on(new BankLine(account, Method.TRANSFER, "r" + id));
  }

  private static OwnTransfers.Begun begun(long account, long minor) {
    return new OwnTransfers.Begun(
        new OpenItem(
            new ItemId(7),
            minor > 0 ? ItemKind.TRANSFER_TO_COME : ItemKind.TRANSFER_TO_GO,
            Optional.empty(),
            "2026-0143",
            DAY,
            Optional.empty(),
            USD,
            minor,
            minor,
            Optional.empty(),
            Optional.empty(),
            Optional.empty()),
        account);
  }

  private static OwnTransfers transfers(List<OwnTransfers.Begun> begun, MoneyIn... pile) {
    OppositeSums sums = new OppositeSums(List.of(pile));
    return new OwnTransfers(ACCOUNTS, begun, () -> sums, HouseLimits.DEFAULTS, RATES);
  }

  private static List<String> ways(
      List<OwnTransfers.Begun> begun, MoneyIn entry, MoneyIn... others) {
    return transfers(begun, others).waysFor(entry).stream()
        .map(w -> w.words() + ", " + w.certainty().words())
        .toList();
  }

  @Test
  void theOnlyEntryOfAnotherAccountThatShowsAsMuchTheOtherWayIsTheOtherHalf() {
    MoneyIn out = entry(1, 1, -500_000, 16, "OWN TRANSFER 16 NOV");
    MoneyIn in = entry(2, 2, 500_000, 18, "CREDIT");
    assertThat(ways(List.of(), out, out, in))
        .containsExactly("own transfer to Harbour ··1038, likely");
    assertThat(ways(List.of(), in, out, in))
        .as("nothing says so but the amount")
        .containsExactly("own transfer from Quayline ··4417, thin");
    assertThat(ways(List.of(), out, out, in, entry(3, 2, 500_000, 17, "CREDIT")))
        .as("two fit")
        .containsExactly("own transfer to Harbour ··1038, thin");
    assertThat(ways(List.of(), out, out, entry(4, 1, 500_000, 16, "x")))
        .as("the same account")
        .isEmpty();
    assertThat(ways(List.of(), out, out, entry(5, 2, 500_000, 22, "x"))).as("late").isEmpty();
    assertThat(ways(List.of(), out, out, entry(6, 2, 499_999, 16, "x"))).isEmpty();
  }

  @Test
  void anAccountOfTheHouseIsNamedByItsNumberHoweverItIsWritten() {
    assertThat(ways(List.of(), entry(1, 1, -100, 16, "TO 0077221038 TODAY")))
        .containsExactly("own transfer to Harbour ··1038, likely");
    assertThat(ways(List.of(), entry(1, 1, -100, 16, "TO 00 77 22 10 38")))
        .containsExactly("own transfer to Harbour ··1038, likely");
    assertThat(ways(List.of(), entry(1, 1, -100, 16, "TO 100772210388"))).isEmpty();
    assertThat(ways(List.of(), entry(1, 2, -100, 16, "FROM 0077221038"))).as("its own").isEmpty();
    assertThat(ways(List.of(), entry(1, 1, -100, 16, "DE02120300000000202051")))
        .as("another currency")
        .containsExactly("own transfer to Nordlicht ··2051, likely");
  }

  /** EUR 1,000.00 went out; the other bank gave 1.0745 a unit, the house has 1.0800. */
  @Test
  void whatIsOnItsWayInAnotherCurrencyIsMetAtTheRateOfTheBank() {
    OpenItem usd = begun(3, 100_000).item();
    OpenItem eur =
        new OpenItem(
            usd.id(),
            usd.kind(),
            usd.customer(),
            usd.number(),
            usd.date(),
            usd.due(),
            EUR,
            100_000,
            100_000,
            usd.taxMinor(),
            usd.orderNumber(),
            usd.terms());
    List<OwnTransfers.Begun> begun = List.of(new OwnTransfers.Begun(eur, 3));
    assertThat(ways(begun, entry(2, 1, 107_450, 18, "CREDIT")))
        .containsExactly(
            "own transfer 2026-0143 from Nordlicht ··2051, EUR 1,000.00 at 1.0745, thin");
    OtherWay named =
        transfers(begun).waysFor(entry(2, 1, 107_450, 18, "DE02120300000000202051")).get(0);
    assertThat(named.certainty().words()).isEqualTo("likely");
    assertThat(named.lines())
        .singleElement()
        .satisfies(
            l -> {
              assertThat(l.amountMinor()).isEqualTo(107_450);
              assertThat(l.itemMinor()).isEqualTo(100_000);
            });
    assertThat(named.evidence().stream().map(Evidence::words))
        .contains("exchanged at 1.0745; the house has 1.0800 of 2026-11-13");
    assertThat(ways(begun, entry(2, 1, 100_000, 18, "CREDIT"))).as("far from it").isEmpty();
    assertThat(ways(begun, entry(2, 1, 107_450, 28, "CREDIT"))).as("long after").isEmpty();
  }

  @Test
  void whatIsOnItsWayIsMetByItsSumOrALittleLess() {
    List<OwnTransfers.Begun> begun = List.of(begun(1, 500_000));
    assertThat(ways(begun, entry(2, 2, 500_000, 19, "CREDIT")))
        .containsExactly("own transfer 2026-0143 from Quayline ··4417, likely");
    assertThat(ways(begun, entry(2, 2, 498_500, 19, "CREDIT")))
        .containsExactly(
            "own transfer 2026-0143 from Quayline ··4417, less a bank charge of 15.00, thin");
    assertThat(ways(begun, entry(2, 2, 500_000, 19, "FROM US990014417")))
        .as("no second transfer beside it")
        .containsExactly("own transfer 2026-0143 from Quayline ··4417, likely");
    assertThat(ways(begun, entry(2, 2, 500_001, 19, "CREDIT"))).as("more").isEmpty();
    assertThat(ways(begun, entry(2, 2, 300_000, 19, "CREDIT"))).as("far less").isEmpty();
    assertThat(ways(begun, entry(2, 1, 500_000, 19, "CREDIT"))).as("where it began").isEmpty();
    assertThat(ways(begun, entry(2, 2, -500_000, 19, "DEBIT"))).as("the wrong way").isEmpty();
    assertThat(ways(List.of(begun(2, -500_000)), entry(3, 1, -501_500, 19, "DEBIT")))
        .containsExactly(
            "own transfer 2026-0143 to Harbour ··1038, less a bank charge of 15.00, thin");
  }

  @Test
  void theWayMeetsTheSumAndSaysWhy() {
    MoneyIn in = entry(2, 2, 498_500, 19, "CREDIT");
    OtherWay way = transfers(List.of(begun(1, 500_000)), in).waysFor(in).get(0);
    assertThat(way.lines().get(0).item()).contains(new ItemId(7));
    assertThat(way.lines().stream().mapToLong(l -> l.signedMinor(false)).sum()).isEqualTo(-498_500);
    assertThat(way.evidence().stream().map(Evidence::words))
        .first()
        .isEqualTo("2026-0143 of 2026-11-16 shows the other half at Quayline ··4417");
  }
}
