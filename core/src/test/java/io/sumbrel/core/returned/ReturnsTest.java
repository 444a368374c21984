package io.sumbrel.core.returned;

import static org.assertj.core.api.Assertions.assertThat;

import io.sumbrel.core.bank.Method;
import io.sumbrel.core.money.Money;
import io.sumbrel.core.openitem.ItemId;
import io.sumbrel.core.openitem.ItemKind;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.party.CustomerId;
import io.sumbrel.core.receipt.BankLine;
import io.sumbrel.core.receipt.MoneyIn;
import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.core.tape.ReturnedPayment;
import io.sumbrel.core.tape.Tape;
import io.sumbrel.core.tape.TapeLine;
import io.sumbrel.core.tape.TapeMoney;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.Currency;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Test;

class ReturnsTest {
  private static final Currency USD = Currency.getInstance("USD");
  private static final LocalDate DAY = LocalDate.of(2026, 11, 16);
  private static final OpenItem INVOICE =
      new OpenItem(
          new ItemId(1),
          ItemKind.INVOICE,
          Optional.of(new CustomerId(7)),
          "T-1",
          DAY,
          Optional.empty(),
          USD,
          90_000,
          90_000,
          Optional.empty(),
          Optional.empty(),
          Optional.empty());

  private static MoneyIn money(long id, long minor, String payer, String text) {
    return new MoneyIn(
            new MoneyInId(id),
            USD,
            minor,
            DAY,
            Optional.of(payer),
            Optional.empty(),
            text,
            List.of())
        .on(new BankLine(1, Method.CHEQUE, "REF-" + id));
  }

  private static Returns.Receipt receipt(long id, long minor, String payer, String text) {
    MoneyIn money = money(id, minor, payer, text);
    Tape tape =
        new Tape(
            TapeMoney.of(money),
            List.of(TapeLine.settles(INVOICE.id(), Money.ofMinor(USD, minor))),
            Map.of(INVOICE.id(), INVOICE),
            Set.of());
    return new Returns.Receipt(
        new ReturnedPayment(tape, List.of(), List.of(), List.of()), money, "2026-000" + id, false);
  }

  private static List<String> ways(String payer, String text, Returns.Receipt... receipts) {
    return Returns.waysFor(money(9, -50_000, payer, text), Arrays.asList(receipts)).stream()
        .map(w -> w.words() + ", " + w.certainty().words())
        .toList();
  }

  @Test
  void theReceiptWhoseChequeNumberTheBankWritesIsLikely() {
    Returns.Receipt alder = receipt(1, 50_000, "ALDER POTS", "CHEQUE 004471");
    Returns.Receipt birch = receipt(2, 50_000, "BIRCH BOWLS", "CHEQUE 004472");
    assertThat(ways("BANK", "UNPAID CHQ 004472", alder, birch))
        .containsExactly(
            "returned, 500.00 of BIRCH BOWLS (2026-0002), likely",
            "returned, 500.00 of ALDER POTS (2026-0001), thin");
    assertThat(ways("BANK", "UNPAID 1004472", alder, birch))
        .as("not within another number")
        .allMatch(w -> w.endsWith("thin"));
  }

  @Test
  void thePayerTellsOnlyWhereTheBankSpeaksOfAReturn() {
    Returns.Receipt alder = receipt(1, 50_000, "ALDER POTS", "T-1");
    assertThat(ways("ALDER POTS", "RÜCKLASTSCHRIFT", alder))
        .containsExactly("returned, 500.00 of ALDER POTS (2026-0001), likely");
    assertThat(ways("ALDER POTS", "PAYMENT", alder)).allMatch(w -> w.endsWith("thin"));
    assertThat(ways("ALDER POTS", "RETURN", alder, receipt(2, 50_000, "ALDER POTS", "T-2")))
        .as("two of one payer")
        .allMatch(w -> w.endsWith("thin"));
  }

  @Test
  void aPartOfALargerReceiptIsThin() {
    assertThat(ways("BANK", "RETURN 004471", receipt(1, 90_000, "ALDER POTS", "CHEQUE 004471")))
        .containsExactly("a part returned, 900.00 of ALDER POTS (2026-0001), thin");
  }

  @Test
  void moneyThatCameInReturnsNothing() {
    assertThat(
            Returns.waysFor(
                money(9, 50_000, "X", "RETURN"), List.of(receipt(1, 50_000, "X", "RETURN"))))
        .isEmpty();
  }
}
