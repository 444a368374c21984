package io.sumbrel.core.posting;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import io.sumbrel.core.deposit.BankedDeposit;
import io.sumbrel.core.deposit.BroughtForward;
import io.sumbrel.core.deposit.Deposit;
import io.sumbrel.core.deposit.DepositKind;
import io.sumbrel.core.deposit.DepositMember;
import io.sumbrel.core.deposit.MemberKind;
import io.sumbrel.core.ledger.AccountCode;
import io.sumbrel.core.ledger.JournalEntry;
import io.sumbrel.core.ledger.JournalLine;
import io.sumbrel.core.ledger.StandardAccount;
import io.sumbrel.core.money.Money;
import io.sumbrel.core.openitem.ItemId;
import io.sumbrel.core.openitem.ItemKind;
import io.sumbrel.core.openitem.ListChoice;
import io.sumbrel.core.openitem.ListComparison;
import io.sumbrel.core.openitem.ListComparison.Finding;
import io.sumbrel.core.openitem.ListScope;
import io.sumbrel.core.openitem.ListedItem;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.openitem.OpenItemList;
import io.sumbrel.core.party.CustomerId;
import java.time.LocalDate;
import java.util.Currency;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;

class PostingTest {
  private static final Currency USD = Currency.getInstance("USD");
  private static final Currency EUR = Currency.getInstance("EUR");
  private static final LocalDate DAY = LocalDate.of(2026, 11, 16);
  private static final AccountCode BANK = new AccountCode("1010");

  private static ListedItem listed(String number, long total, long open) {
    return new ListedItem(
        2,
        number,
        "K-1",
        "Alder Pots",
        Optional.empty(),
        DAY,
        Optional.empty(),
        USD,
        total,
        open,
        Optional.empty(),
        Optional.empty(),
        Optional.empty(),
        Map.of());
  }

  private static OpenItem ours(String number, long total, long open) {
    return ours(number, total, open, 1);
  }

  private static OpenItem ours(String number, long total, long open, long customer) {
    return new OpenItem(
        new ItemId(1),
        total < 0 ? ItemKind.CREDIT_NOTE : ItemKind.INVOICE,
        Optional.of(new CustomerId(customer)),
        number,
        DAY,
        Optional.empty(),
        USD,
        total,
        open,
        Optional.empty(),
        Optional.empty(),
        Optional.empty());
  }

  private static ListComparison.Row compared(ListedItem listed, OpenItem ours) {
    return ListComparison.of(
            new OpenItemList(List.of(listed)), ListScope.CHANGES_ONLY, Map.of(ours.number(), ours))
        .rows()
        .get(0);
  }

  private static ListReading read(ListedItem listed, OpenItem ours, ListChoice choice) {
    return ListReading.of(new ListComparison(List.of(compared(listed, ours))), r -> choice);
  }

  @Test
  void anEntryBalancesInEveryCurrencyOrCannotBeMade() {
    List<JournalLine> lopsided =
        List.of(
            JournalLine.debit(BANK, Money.ofMinor(USD, 100)),
            JournalLine.credit(BANK, Money.ofMinor(EUR, 100)));
    assertThatThrownBy(() -> new JournalEntry(DAY, lopsided))
        .isInstanceOf(IllegalArgumentException.class);
  }

  @Test
  void aBankAccountBeginsAgainstBroughtForward() {
    JournalEntry entry = BankBegins.of(BANK, Money.ofMinor(USD, 500), DAY).entry();
    assertThat(entry.effectOn(BANK, USD)).isEqualTo(500);
    assertThat(entry.effectOn(StandardAccount.BROUGHT_FORWARD.code(), USD)).isEqualTo(-500);
    assertThat(BankBegins.of(BANK, Money.zero(USD), DAY).entry().lines()).isEmpty();
  }

  private static ItemsRead taken(List<ListedItem> rows, Map<String, OpenItem> ours) {
    return ItemsRead.of(
        ListComparison.of(new OpenItemList(rows), ListScope.CHANGES_ONLY, ours),
        row -> ListChoice.KEEP_OURS,
        new ItemsRead.Means(
            Map.of("K-1", new CustomerId(1), "K-2", new CustomerId(2)),
            new PostingNumber(2026, 7),
            DAY,
            () -> new ItemId(9)));
  }

  @Test
  void itemsStandAgainstBillingClearing() {
    ItemsRead read = taken(List.of(listed("T-1", 300, 300), listed("C-1", -100, -100)), Map.of());
    AccountCode clearing = StandardAccount.BILLING_CLEARING.code();
    assertThat(read.entry().effectOn(clearing, USD)).isEqualTo(-200);
    assertThat(read.newItems()).hasSize(2).allMatch(i -> i.openMinor() == 0);
    assertThat(read.movements().stream().mapToLong(ItemMovement::openDelta).sum()).isEqualTo(200);
  }

  @Test
  void anItemBilledToAnotherCustomerTakesItsOpenAmountThere() {
    OpenItem item = ours("T-1", 300, 120, 2);
    ItemsRead read = taken(List.of(listed("T-1", 300, 120)), Map.of("T-1", item));
    assertThat(read.described().get(0).customer()).contains(new CustomerId(1));
    assertThat(read.entry().lines())
        .containsExactlyInAnyOrder(
            JournalLine.credit(StandardAccount.RECEIVABLES.code(), Money.ofMinor(USD, 120))
                .of(new CustomerId(2)),
            JournalLine.debit(StandardAccount.RECEIVABLES.code(), Money.ofMinor(USD, 120))
                .of(new CustomerId(1)));
  }

  @Test
  void turnedBackIsTheMirror() {
    JournalEntry entry = BankBegins.of(BANK, Money.ofMinor(USD, 500), DAY).entry();
    JournalEntry contra = entry.mirrored(DAY.plusDays(3));
    assertThat(contra.effectOn(BANK, USD)).isEqualTo(-500);
    assertThat(contra.date()).isEqualTo(DAY.plusDays(3));
  }

  @Test
  void aSumIsPostedOnItsBookingDayButNeverInAClosedMonthNorBeforeItWasTurnedBack() {
    LocalDate october = LocalDate.of(2026, 10, 31);
    assertThat(PostingDate.of(DAY, Optional.empty(), october)).isEqualTo(DAY);
    assertThat(PostingDate.of(DAY, Optional.of(DAY.plusDays(4)), october))
        .isEqualTo(DAY.plusDays(4));
    assertThat(PostingDate.of(DAY, Optional.of(DAY.minusDays(4)), october)).isEqualTo(DAY);
    assertThat(PostingDate.of(october, Optional.empty(), october))
        .isEqualTo(LocalDate.of(2026, 11, 1));
  }

  @Test
  void aLowerTotalLeavesWhatWasPaidAboveItOnAccount() {
    ListReading.Effect effect =
        read(listed("T-1", 70, 70), ours("T-1", 100, 20), ListChoice.KEEP_OURS).effects().get(0);
    assertThat(effect.totalDelta()).isEqualTo(-30);
    assertThat(effect.openDelta()).isEqualTo(-20);
    assertThat(effect.excessMinor()).isEqualTo(10);
  }

  @Test
  void aDifferenceIsAQuestionAndIsAnsweredOnlyTowardsZero() {
    OpenItem item = ours("T-1", 100, 60);
    assertThat(compared(listed("T-1", 100, 40), item).isQuestion()).isTrue();
    assertThat(compared(listed("T-1", 100, 60), item).finding()).isEqualTo(Finding.AGREES);
    assertThat(read(listed("T-1", 100, 40), item, ListChoice.KEEP_OURS).effects()).isEmpty();
    assertThat(
            read(listed("T-1", 100, 40), item, ListChoice.SETTLED_ELSEWHERE)
                .effects()
                .get(0)
                .openDelta())
        .isEqualTo(-20);
    assertThatThrownBy(() -> read(listed("T-1", 100, 90), item, ListChoice.SETTLED_ELSEWHERE))
        .hasMessageContaining("T-1 would open again");
  }

  @Test
  void anInvoiceDoesNotBecomeACredit() {
    assertThatThrownBy(
            () -> read(listed("T-1", -100, -100), ours("T-1", 100, 100), ListChoice.KEEP_OURS))
        .hasMessage("Line 2: T-1 is invoice in our books and credit note in the list.");
    assertThatThrownBy(
            () -> read(listed("C-1", -20, -20), ours("C-1", -100, -50), ListChoice.KEEP_OURS))
        .hasMessageContaining("more of credit note C-1 has been used");
  }

  @Test
  void numbersCarryTheirWholeYear() {
    assertThat(new PostingNumber(2026, 143).words()).isEqualTo("2026-0143");
    assertThat(new PostingNumber(2026, 12_345).words()).isEqualTo("2026-12345");
    assertThat(new PostingNumber(2126, 1).words()).isEqualTo("2126-0001");
    assertThat(PostingNumber.parse("2126-0001")).isEqualTo(new PostingNumber(2126, 1));
    assertThat(PostingNumber.parse("26-0143")).isEqualTo(new PostingNumber(2026, 143));
    assertThatThrownBy(() -> PostingNumber.parse("2026"))
        .hasMessage("“2026” is no number of a posting.");
    assertThatThrownBy(() -> PostingNumber.of(0, 1)).hasMessage("There is no posting 0-1.");
    assertThat(new PostingNumber(2026, 2)).isLessThan(new PostingNumber(2027, 1));
  }

  private static DepositMember receipt(MemberKind kind, long minor) {
    return new DepositMember(
        2, kind, DAY, minor, "1", Optional.empty(), Optional.empty(), List.of(), "");
  }

  @Test
  void receiptsBroughtForwardStandWhereTheyWaitForTheBank() {
    Deposit slip =
        new Deposit(
            DepositKind.SLIP,
            USD,
            "S-1",
            DAY,
            900,
            List.of(receipt(MemberKind.CHEQUE, 500), receipt(MemberKind.CASH, 400)));
    Deposit transfer =
        new Deposit(
            DepositKind.SINGLE, EUR, "T", DAY, 70, List.of(receipt(MemberKind.TRANSFER, 70)));
    JournalEntry entry =
        ReceiptsForward.of(
                new BroughtForward(
                    List.of(new BankedDeposit("1", slip), new BankedDeposit("2", transfer)),
                    List.of(
                        new BroughtForward.OnHand(USD, receipt(MemberKind.CHEQUE, 30)),
                        new BroughtForward.OnHand(USD, receipt(MemberKind.CHEQUE, 5)),
                        new BroughtForward.OnHand(USD, receipt(MemberKind.CASH, 8)),
                        new BroughtForward.OnHand(USD, receipt(MemberKind.CARD, 9)))),
                DAY)
            .entry();
    assertThat(JournalEntry.imbalances(entry.lines()).values()).containsOnly(0L);
    assertThat(on(entry, StandardAccount.DEPOSITS_IN_TRANSIT, USD)).isEqualTo(900);
    assertThat(on(entry, StandardAccount.DEPOSITS_IN_TRANSIT, EUR)).isEqualTo(70);
    assertThat(on(entry, StandardAccount.CHEQUES_ON_HAND, USD)).isEqualTo(35);
    assertThat(on(entry, StandardAccount.TILL_CASH, USD)).isEqualTo(8);
    assertThat(on(entry, StandardAccount.PROCESSOR_BALANCE, USD)).isEqualTo(9);
    assertThat(on(entry, StandardAccount.BROUGHT_FORWARD, USD)).isEqualTo(-952);
  }

  private static long on(JournalEntry entry, StandardAccount account, Currency currency) {
    return entry.lines().stream()
        .filter(l -> l.account().equals(account.code()))
        .filter(l -> l.amount().currency().equals(currency))
        .mapToLong(l -> l.amount().minor())
        .sum();
  }
}
