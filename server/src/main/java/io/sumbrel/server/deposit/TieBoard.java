package io.sumbrel.server.deposit;

import io.sumbrel.core.deposit.Recorded;
import io.sumbrel.core.deposit.RecordedId;
import io.sumbrel.core.deposit.TieFilter;
import io.sumbrel.core.deposit.TieReason;
import io.sumbrel.core.matching.RecordedSets;
import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.server.bank.BankAccount;
import io.sumbrel.server.bank.BankAccounts;
import io.sumbrel.server.books.Houses;
import io.sumbrel.server.people.Actor;
import io.sumbrel.server.receipt.MoneyLine;
import io.sumbrel.server.receipt.MoneyLines;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.Currency;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** What may be tied: entries of the bank that nothing explains, and what is recorded and waits. */
@Component
class TieBoard {
  /** So many of each side are shown at once; how many there are is said. */
  private static final int MOST = 300;

  private final MoneyLines moneyLines;
  private final WaitingForTie waiting;
  private final BankAccounts accounts;

  private final Houses houses;

  TieBoard(MoneyLines moneyLines, WaitingForTie waiting, BankAccounts accounts, Houses houses) {
    this.houses = houses;
    this.moneyLines = moneyLines;
    this.waiting = waiting;
    this.accounts = accounts;
  }

  /**
   * An entry of the bank.
   *
   * @param parked whether it waits beside a deposit
   */
  record TieEntryView(
      long id,
      LocalDate date,
      String account,
      String currency,
      long amountMinor,
      String text,
      boolean parked) {}

  /**
   * What is recorded.
   *
   * @param account into which it goes; empty where that is not known
   */
  record TieRecordView(
      long id, String words, LocalDate date, String account, String currency, long amountMinor) {}

  /**
   * @param corrects whether the item that a cheque paid is to be named
   */
  record TieReasonView(TieReason code, String words, boolean corrects) {}

  /**
   * Both sides.
   *
   * @param entriesFound how many entries there are, of which the first are shown
   */
  record TieBoardView(
      List<TieEntryView> entries,
      int entriesFound,
      List<TieRecordView> records,
      int recordsFound,
      List<TieReasonView> reasons) {}

  /**
   * @param text by which entries are narrowed
   * @param recordText by which records are
   * @param days how far one looks back; empty for all there is
   */
  @Transactional(readOnly = true)
  TieBoardView board(Actor actor, String text, String recordText, Optional<Integer> days) {
    Optional<LocalDate> since =
        days.map(d -> houses.businessDate(actor.booksId()).minusDays(Math.max(0, d)));
    TieFilter ofEntries = TieFilter.of(text, since);
    TieFilter ofRecords = TieFilter.of(recordText, since);
    Map<Long, BankAccount> all =
        accounts.all(actor.booksId()).stream()
            .collect(Collectors.toMap(BankAccount::id, Function.identity()));
    List<DepositRow> parked = waiting.parked(actor.booksId());
    Set<MoneyInId> parkedEntries =
        parked.stream().map(d -> new MoneyInId(d.entryId)).collect(Collectors.toSet());
    List<TieEntryView> entries =
        Stream.concat(
                moneyLines.pile(actor.booksId()).stream(),
                moneyLines.some(actor.booksId(), parkedEntries).stream())
            .filter(l -> l.statementId().isPresent())
            .map(l -> entry(l, all, parkedEntries.contains(l.moneyIn().id())))
            .filter(e -> ofEntries.holds(e.text(), e.date(), in(e.currency()), e.amountMinor()))
            .sorted(Comparator.comparing(TieEntryView::date).reversed())
            .toList();
    List<TieRecordView> records =
        records(actor.booksId(), parked).stream()
            .map(r -> view(r, all))
            .filter(r -> ofRecords.holds(r.words(), r.date(), in(r.currency()), r.amountMinor()))
            .sorted(Comparator.comparing(TieRecordView::date))
            .toList();
    return new TieBoardView(
        entries.stream().limit(MOST).toList(),
        entries.size(),
        records.stream().limit(MOST).toList(),
        records.size(),
        Arrays.stream(TieReason.values())
            .map(r -> new TieReasonView(r, r.words(), r.corrects()))
            .toList());
  }

  private static Currency in(String code) {
    return Currency.getInstance(code);
  }

  /** What waits, that for which an entry is parked too. */
  private List<Recorded> records(long booksId, List<DepositRow> parked) {
    return Stream.concat(
            waiting.recorded(booksId).stream(), parked.stream().map(d -> d.toRecorded(Set.of())))
        .toList();
  }

  private static TieEntryView entry(
      MoneyLine line, Map<Long, BankAccount> accounts, boolean parked) {
    long account = line.bankAccountId().orElseThrow();
    return new TieEntryView(
        line.moneyIn().id().number(),
        line.moneyIn().bookingDate(),
        accounts.get(account).shortName(),
        line.moneyIn().currency().getCurrencyCode(),
        line.moneyIn().amountMinor(),
        line.moneyIn().text().replace('\n', ' '),
        parked);
  }

  private static TieRecordView view(Recorded recorded, Map<Long, BankAccount> accounts) {
    return new TieRecordView(
        recorded.id().number(),
        recorded.words(),
        recorded.date(),
        recorded.account().map(a -> accounts.get(a).shortName()).orElse(""),
        recorded.currency().getCurrencyCode(),
        recorded.amountMinor());
  }

  /** A set of records that makes what the bank shows. */
  record TieSetView(List<Long> records, String words) {}

  /**
   * @param more whether further sets make the sum, or the search was not complete
   */
  record TieSetsView(List<TieSetView> sets, boolean more) {}

  /**
   * Sets of what waits that make the sum of some entries.
   *
   * @throws Refusal {@code not-found}
   */
  @Transactional(readOnly = true)
  TieSetsView sets(Actor actor, List<Long> entries) {
    List<MoneyLine> lines =
        moneyLines.some(actor.booksId(), entries.stream().map(MoneyInId::new).toList());
    if (lines.isEmpty() || lines.size() < new HashSet<>(entries).size()) {
      throw new Refusal("not-found", "There is no such entry of the bank.");
    }
    MoneyLine first = lines.get(0);
    List<Recorded> able = new ArrayList<>();
    long booksId = actor.booksId();
    for (Recorded recorded : records(booksId, waiting.parked(booksId))) {
      boolean here =
          recorded.currency().equals(first.moneyIn().currency())
              && recorded
                  .account()
                  .filter(a -> !Objects.equals(Optional.of(a), first.bankAccountId()))
                  .isEmpty();
      if (here) {
        able.add(recorded);
      }
    }
    RecordedSets.Found found =
        RecordedSets.of(able, lines.stream().mapToLong(l -> l.moneyIn().amountMinor()).sum());
    return new TieSetsView(
        found.sets().stream()
            .map(
                s ->
                    new TieSetView(
                        s.records().stream().map(Recorded::id).map(RecordedId::number).toList(),
                        s.words()))
            .toList(),
        found.more());
  }
}
