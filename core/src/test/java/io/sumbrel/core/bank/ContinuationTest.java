package io.sumbrel.core.bank;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import io.sumbrel.core.refusal.Refusal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Currency;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

class ContinuationTest {
  private static final Currency USD = Currency.getInstance("USD");
  private static final LocalDate BEGIN = LocalDate.of(2026, 11, 10);

  private static StatementEntry entry(int day, long minor, String reference) {
    return StatementEntry.at(day, BEGIN.plusDays(day), minor)
        .reference(reference)
        .text("text " + reference)
        .build();
  }

  private static BankStatement between(long opening, StatementEntry... entries) {
    long closing = opening + Arrays.stream(entries).mapToLong(StatementEntry::amountMinor).sum();
    return new BankStatement(
        new StatementFrame(
            "1",
            USD,
            "7",
            Optional.of(new Balance(BEGIN, opening)),
            Optional.of(new Balance(BEGIN.plusDays(9), closing))),
        List.of(entries));
  }

  private static BankStatement withoutBalances(StatementEntry... entries) {
    return new BankStatement(
        new StatementFrame("1", USD, "", Optional.empty(), Optional.empty()), List.of(entries));
  }

  /** An account that began with 10.00 and holds these entries. */
  private static AccountHistory holding(StatementEntry... entries) {
    long sum = Arrays.stream(entries).mapToLong(StatementEntry::amountMinor).sum();
    LocalDate until =
        Arrays.stream(entries)
            .map(StatementEntry::bookingDate)
            .max(LocalDate::compareTo)
            .orElse(BEGIN.minusDays(1));
    List<AccountHistory.Known> known =
        Arrays.stream(entries).map(AccountHistory.Known::of).toList();
    return new AccountHistory(
        BEGIN,
        until,
        1_000 + sum,
        known,
        List.of(),
        List.of(new AccountHistory.KnownStatement("6", known)));
  }

  /** What nets to nothing opens where the account stands, and was taken in once more. */
  @Test
  void knowsAStatementThatIsEqualButForItsBalances() {
    StatementEntry in = entry(1, 500, "A");
    StatementEntry out = entry(1, -500, "B");
    AccountHistory read =
        new AccountHistory(
            BEGIN,
            BEGIN,
            1_000,
            Stream.of(in, out).map(AccountHistory.Known::of).toList(),
            List.of(),
            List.of(
                new AccountHistory.KnownStatement(
                    "7", Stream.of(out, in).map(AccountHistory.Known::of).toList())));
    assertThatThrownBy(() -> Continuation.of(between(1_000, in, out), read))
        .isInstanceOfSatisfying(
            Refusal.class, r -> assertThat(r.code()).isEqualTo("known-already"));
    StatementEntry third = entry(1, 200, "C");
    assertThat(Continuation.of(between(1_000, in, out, third), read).fresh()).hasSize(3);
    assertThat(Continuation.of(between(1_000, in, entry(2, -500, "B")), read).fresh()).hasSize(2);
  }

  @Test
  void isWhollyNewWhereTheBalancesChainWhateverItsReferences() {
    StatementEntry again = entry(1, 500, "A");
    Continuation next = Continuation.of(between(1_500, again), holding(entry(1, 500, "A")));
    assertThat(next.fresh()).containsExactly(again);
  }

  @Test
  void takesOnlyTheRestOfAnOverlap() {
    AccountHistory history = holding(entry(1, 500, "A"), entry(2, 300, "B"), entry(2, 300, "C"));
    BankStatement overlapping =
        between(
            1_500, entry(2, 300, "B"), entry(2, 300, "C"), entry(2, 300, "D"), entry(3, -50, "E"));
    Continuation next = Continuation.of(overlapping, history);
    assertThat(next.known()).extracting(StatementEntry::bankReference).containsExactly("B", "C");
    assertThat(next.fresh()).extracting(StatementEntry::bankReference).containsExactly("D", "E");
  }

  @Test
  void refusesAnOverlapThatDisagrees() {
    AccountHistory history = holding(entry(1, 500, "A"), entry(2, 300, "B"), entry(3, 100, "C"));
    assertThatThrownBy(
            () ->
                Continuation.of(
                    between(1_000, entry(1, 500, "A"), entry(3, 100, "C"), entry(4, 7, "D")),
                    history))
        .hasMessageContaining("it lacks the entry of 3.00 on 2026-11-12");
    assertThatThrownBy(
            () ->
                Continuation.of(
                    between(
                        1_000,
                        entry(1, 500, "A"),
                        entry(2, 300, "B"),
                        entry(2, 9, "X"),
                        entry(3, 100, "C")),
                    history))
        .hasMessageContaining("it has an entry of 0.09 on 2026-11-12 (line 2) that was not there");
  }

  @Test
  void namesTheGap() {
    assertThatThrownBy(
            () -> Continuation.of(between(2_000, entry(5, 70, "Z")), holding(entry(1, 500, "A"))))
        .hasMessageContaining("opens with 20.00, but the account holds 15.00 on 2026-11-11")
        .hasMessageContaining("a statement between them is missing");
  }

  @Test
  void refusesWhatIsWhollyKnown() {
    AccountHistory history = holding(entry(1, 500, "A"), entry(2, 300, "B"));
    assertThatThrownBy(
            () -> Continuation.of(between(1_000, entry(1, 500, "A"), entry(2, 300, "B")), history))
        .hasMessageContaining("Everything in statement 7 is known already: 2 entries");
  }

  @Test
  void leavesOutWhatTheAccountBeganWith() {
    StatementEntry before = entry(-3, 400, "old");
    Continuation next = Continuation.of(between(600, before, entry(0, 50, "new")), holding());
    assertThat(next.known()).containsExactly(before);
    assertThat(next.freshMinor()).isEqualTo(50);
  }

  @Test
  void holdsWhatLooksDoubleWhereNoBalanceDecidesAndKeepsTrulyEqualOnesApart() {
    AccountHistory history = holding(entry(1, 500, "A"), entry(1, 500, "A"));
    Continuation next =
        Continuation.of(
            withoutBalances(
                entry(1, 500, "A"), entry(1, 500, "A"), entry(1, 500, "A"), entry(1, 500, "B")),
            history);
    assertThat(next.held()).hasSize(2);
    assertThat(next.fresh()).extracting(StatementEntry::bankReference).containsExactly("A", "B");
  }

  /** However a month is cut into overlapping statements, each entry is taken in once. */
  @Test
  void takesEachEntryOnceHoweverStatementsOverlap() {
    Random random = new Random(7);
    for (int run = 0; run < 300; run++) {
      List<StatementEntry> month = new ArrayList<>();
      for (int i = 0; i < 30; i++) {
        month.add(entry(i / 3, 1 + random.nextInt(4), "R" + random.nextInt(3)));
      }
      List<StatementEntry> taken = new ArrayList<>();
      while (taken.size() < month.size()) {
        int from = Math.max(0, taken.size() - random.nextInt(6));
        int to = Math.min(month.size(), taken.size() + 1 + random.nextInt(8));
        long opening =
            1_000 + month.subList(0, from).stream().mapToLong(StatementEntry::amountMinor).sum();
        Continuation next =
            Continuation.of(
                between(opening, month.subList(from, to).toArray(StatementEntry[]::new)),
                holding(taken.toArray(StatementEntry[]::new)));
        taken.addAll(next.fresh());
      }
      assertThat(taken.stream().mapToLong(StatementEntry::amountMinor).sum())
          .isEqualTo(month.stream().mapToLong(StatementEntry::amountMinor).sum());
      assertThat(taken).hasSameSizeAs(month);
    }
  }
}
