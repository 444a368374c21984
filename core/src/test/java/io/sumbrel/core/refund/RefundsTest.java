package io.sumbrel.core.refund;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.core.bank.Method;
import io.sumbrel.core.evidence.TextSpan;
import io.sumbrel.core.openitem.ItemId;
import io.sumbrel.core.openitem.ItemKind;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.party.Customer;
import io.sumbrel.core.party.CustomerId;
import io.sumbrel.core.receipt.BankLine;
import io.sumbrel.core.receipt.MoneyIn;
import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.core.usual.OtherWay;
import java.time.LocalDate;
import java.util.Currency;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Test;

class RefundsTest {
  private static final Currency USD = Currency.getInstance("USD");
  private static final LocalDate DAY = LocalDate.of(2026, 11, 16);
  private static final List<Customer> CUSTOMERS =
      List.of(customer(1, "Alder Pots"), customer(2, "Birch Bowls"));
  private static final List<OpenItem> CREDITS =
      List.of(
          credit(1, ItemKind.CREDIT_NOTE, 1, "CN-314", -40_000),
          credit(2, ItemKind.ON_ACCOUNT, 1, "2026-0007", -10_000),
          credit(3, ItemKind.CREDIT_NOTE, 2, "CN-315", -25_000));

  private static final List<Refunds.ToGo> DECIDED =
      List.of(
          new Refunds.ToGo(toGo(7, "2026-0011", -7_500), Set.of(new CustomerId(1))),
          new Refunds.ToGo(toGo(8, "2026-0012", -8_800), Set.of(new CustomerId(1))),
          new Refunds.ToGo(toGo(9, "2026-0013", -8_800), Set.of(new CustomerId(2))));

  private static OpenItem toGo(long id, String number, long open) {
    return open(id, ItemKind.PAYMENT_TO_GO, Optional.empty(), number, open);
  }

  private static Customer customer(long id, String name) {
    return new Customer(new CustomerId(id), "K-" + id, name, Optional.empty());
  }

  private static OpenItem credit(long id, ItemKind kind, long customer, String number, long open) {
    return open(id, kind, Optional.of(new CustomerId(customer)), number, open);
  }

  private static OpenItem open(
      long id, ItemKind kind, Optional<CustomerId> customer, String number, long open) {
    return new OpenItem(
        new ItemId(id),
        kind,
        customer,
        number,
        DAY,
        Optional.empty(),
        USD,
        open,
        open,
        Optional.empty(),
        Optional.empty(),
        Optional.empty());
  }

  private static List<OtherWay> found(long minor, String text) {
    MoneyIn entry =
        new MoneyIn(
                new MoneyInId(1),
                USD,
                minor,
                DAY,
                Optional.empty(),
                Optional.empty(),
                text,
                List.of())
            .on(new BankLine(1, Method.TRANSFER, ""));
    return new Refunds(DECIDED, CREDITS, CUSTOMERS).waysFor(entry);
  }

  private static List<String> ways(long minor, String text) {
    return found(minor, text).stream().map(w -> w.words() + ", " + w.certainty().words()).toList();
  }

  @Test
  void aCreditWhoseNumberTheBankWritesIsRepaidWholeOrInPart() {
    assertThat(ways(-40_000, "REFUND CN-314"))
        .containsExactly("refund to Alder Pots of CN-314, likely");
    assertThat(ways(-15_000, "REFUND CN-314"))
        .containsExactly("refund to Alder Pots of CN-314, thin");
    assertThat(found(-15_000, "REFUND CN-314").get(0).lines().get(0).amountMinor())
        .isEqualTo(15_000);
    assertThat(ways(-40_000, "REFUND CN-3145"))
        .containsExactly("refund to Alder Pots of CN-314, thin");
    assertThat(ways(-41_000, "REFUND CN-314")).as("more than is left").isEmpty();
  }

  @Test
  void allThatACustomerHasIsRepaidWhereItIsNamed() {
    assertThat(ways(-50_000, "PAYMENT TO ALDER POTS"))
        .containsExactly("refund to Alder Pots of CN-314 + 2026-0007, likely");
    assertThat(ways(-50_000, "PAYMENT")).isEmpty();
    assertThat(ways(-25_000, "PAYMENT")).containsExactly("refund to Birch Bowls of CN-315, thin");
    assertThat(ways(-25_000, "BIRCH-BOWLS")).allMatch(w -> w.endsWith("likely"));
  }

  @Test
  void severalCreditsAreRepaidInOneSum() {
    assertThat(ways(-50_000, "CN-314 2026-0007"))
        .containsExactly("refund to Alder Pots of CN-314 + 2026-0007, likely");
    assertThat(ways(-65_000, "CN-314 CN-315")).as("of two customers").isEmpty();
  }

  @Test
  void aNumberIsMarkedWhereItStandsAfterLettersThatGrowAsCapitals() {
    String text = "STRAßE cn-314";
    assertThat(found(-40_000, text).get(0).evidence().get(0).source())
        .contains(new TextSpan(text.indexOf("cn"), text.length()));
  }

  @Test
  void whatWasDecidedBeforeIsMetByItsSumAndByTheNameAmongSeveral() {
    assertThat(ways(-7_500, "PAYMENT"))
        .containsExactly("refund 2026-0011 to Alder Pots, decided before, likely");
    assertThat(ways(-8_800, "PAYMENT")).allMatch(w -> w.endsWith("thin")).hasSize(2);
    assertThat(ways(-8_800, "BIRCH BOWLS"))
        .containsExactly(
            "refund 2026-0013 to Birch Bowls, decided before, likely",
            "refund 2026-0012 to Alder Pots, decided before, thin");
    assertThat(ways(-7_400, "2026-0011")).as("a part is none").isEmpty();
  }

  @Test
  void moneyThatCameInRepaysNothing() {
    assertThat(ways(40_000, "CN-314")).isEmpty();
  }
}
