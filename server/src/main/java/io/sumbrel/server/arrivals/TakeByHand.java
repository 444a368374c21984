package io.sumbrel.server.arrivals;

import io.sumbrel.core.deposit.Deposit;
import io.sumbrel.core.deposit.DepositMember;
import io.sumbrel.core.money.AmountText;
import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.core.takings.TillReport;
import io.sumbrel.formats.FileKind;
import io.sumbrel.formats.tillcsv.TillReportCsvWriter;
import io.sumbrel.server.audit.AuditRecord;
import io.sumbrel.server.deposit.Deposits;
import io.sumbrel.server.people.Actor;
import io.sumbrel.server.persistence.FileStore;
import io.sumbrel.server.persistence.RowIds;
import io.sumbrel.server.persistence.StoredFile;
import io.sumbrel.server.receipt.MoneyIntake;
import jakarta.persistence.EntityManager;
import java.io.ByteArrayInputStream;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.temporal.ChronoUnit;
import java.util.Currency;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/**
 * Takes in a receipt that somebody records: what was written down is kept as a small file of its
 * own, so that it has a place it came from, is named by the record, and can be withdrawn, like
 * everything else that comes in.
 */
@Component
public class TakeByHand {
  private static final String HEADER =
      "received,method,amount,currency,number,payer,note,bankable\n";

  private final EntityManager entities;
  private final RowIds ids;
  private final Clock clock;
  private final FileStore store;
  private final Deposits deposits;
  private final MoneyIntake intake;
  private final ArrivalFacts facts;
  private final AuditRecord audit;
  private final TakeTakings takeTakings;

  TakeByHand(
      EntityManager entities,
      RowIds ids,
      Clock clock,
      FileStore store,
      Deposits deposits,
      MoneyIntake intake,
      ArrivalFacts facts,
      AuditRecord audit,
      TakeTakings takeTakings) {
    this.entities = entities;
    this.ids = ids;
    this.clock = clock;
    this.store = store;
    this.deposits = deposits;
    this.intake = intake;
    this.facts = facts;
    this.audit = audit;
    this.takeTakings = takeTakings;
  }

  /**
   * A receipt that was taken in.
   *
   * @param id of the receipt on hand
   * @param money as which it is explained
   */
  public record Taken(long id, MoneyInId money) {}

  /** Writes down what is taken in, before the act in which it is. */
  public StoredFile write(Deposits.Taken taken) {
    return write(
        HEADER
            + row(
                taken.receipt(),
                taken.currency(),
                taken.bankableFrom().map(Object::toString).orElse("")));
  }

  /** The same of what a till reports. */
  public StoredFile write(TillReport report) {
    return write(TillReportCsvWriter.write(report));
  }

  /** The same of receipts that the bank shows as one sum. */
  public StoredFile write(Deposit deposit) {
    return write(
        HEADER
            + deposit.members().stream()
                .map(m -> row(m, deposit.currency(), ""))
                .collect(Collectors.joining()));
  }

  private StoredFile write(String text) {
    return store.receive(
        new ByteArrayInputStream(text.getBytes(StandardCharsets.UTF_8)), FileStore.MOST_MEGABYTES);
  }

  /**
   * Takes in what somebody typed of a till's day; what paid invoices stands in the pile until a
   * tape explains it.
   *
   * @throws io.sumbrel.core.refusal.Refusal as {@link TakeTakings#take}
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public List<TakeTakings.ToPlace> take(Actor actor, TillReport report, StoredFile written) {
    List<Long> amounts = takeTakings.amounts(actor.booksId(), List.of(report));
    ArrivalRow row =
        row(
            actor,
            new Written(
                FileKind.TILL_REPORT_CSV,
                "takings-" + report.day() + ".csv",
                report.words(),
                report.currency(),
                amounts.size(),
                amounts.stream().mapToLong(Long::longValue).sum()),
            written);
    List<TakeTakings.ToPlace> toPlace = takeTakings.take(actor, row, List.of(report));
    say(actor, "takings-recorded", row);
    return toPlace;
  }

  /** Keeps a receipt; it stands in the pile until a tape explains it. */
  @Transactional(propagation = Propagation.MANDATORY)
  public Taken take(Actor actor, Deposits.Taken taken, StoredFile written) {
    DepositMember receipt = taken.receipt();
    ArrivalRow row =
        row(
            actor,
            new Written(
                FileKind.RECEIPT_BY_HAND,
                "receipt-" + receipt.date() + ".csv",
                (receipt.kind().words() + " " + receipt.number()).strip() + " by hand",
                taken.currency(),
                1,
                receipt.amountMinor()),
            written);
    row.acceptedCount = 1;
    long id = deposits.store(origin(row), taken, 0);
    MoneyInId money =
        intake
            .members(
                actor.booksId(),
                row.id,
                List.of(new MoneyIntake.Member(id, 0, taken.currency(), taken.receipt())))
            .get(0);
    say(actor, "receipt-recorded", row);
    return new Taken(id, money);
  }

  /** What somebody wrote down: a small file of its own. */
  private record Written(
      FileKind kind, String fileName, String title, Currency currency, int count, long minor) {}

  /**
   * Receipts that are one deposit.
   *
   * @param money as which each is explained, in the order of the members
   */
  public record TakenTogether(long deposit, List<MoneyInId> money) {}

  /** Keeps what several paid together, as one deposit; each stands in the pile. */
  @Transactional(propagation = Propagation.MANDATORY)
  public TakenTogether take(Actor actor, Deposit deposit, long bankAccountId, StoredFile written) {
    int count = deposit.members().size();
    ArrivalRow row =
        row(
            actor,
            new Written(
                FileKind.RECEIPT_BY_HAND,
                "receipts-" + deposit.date() + ".csv",
                "%d receipts %s".formatted(count, deposit.reference()).strip(),
                deposit.currency(),
                count,
                deposit.netMinor()),
            written);
    row.acceptedCount = count;
    Deposits.Stored stored = deposits.store(origin(row), bankAccountId, deposit, 0);
    List<MoneyInId> money =
        intake.members(
            actor.booksId(),
            row.id,
            stored.members().stream()
                .map(m -> new MoneyIntake.Member(m.id(), m.ordinal(), m.currency(), m.member()))
                .toList());
    say(actor, "receipts-recorded", row);
    return new TakenTogether(stored.id(), money);
  }

  private ArrivalRow row(Actor actor, Written what, StoredFile written) {
    ArrivalRow row = new ArrivalRow();
    row.id = ids.next();
    row.booksId = actor.booksId();
    row.kind = what.kind.name();
    row.fileName = what.fileName;
    row.hash = written.hash();
    row.sizeBytes = written.size();
    row.title = what.title;
    row.currency = what.currency.getCurrencyCode();
    row.statedCount = what.count;
    row.statedMinor = what.minor;
    row.arrivedAt = clock.instant().truncatedTo(ChronoUnit.MILLIS);
    row.arrivedBy = actor.name();
    row.decide(ArrivalState.ACCEPTED, actor.name(), row.arrivedAt);
    store.keep(written);
    entities.persist(row);
    entities.flush();
    return row;
  }

  private static Deposits.Origin origin(ArrivalRow row) {
    return new Deposits.Origin(row.booksId, row.id, Optional.empty());
  }

  /** The record names what was taken in, as it stands then. */
  private void say(Actor actor, String act, ArrivalRow row) {
    entities.flush();
    audit.append(
        actor,
        act,
        row.title,
        AmountText.words(row.statedMinor, Currency.getInstance(row.currency)),
        facts.of(row.id));
  }

  /** As it was written down, in one row of a sheet. */
  private static String row(DepositMember receipt, Currency currency, String bankable) {
    return Stream.of(
            receipt.date().toString(),
            receipt.kind().name().toLowerCase(Locale.ROOT),
            AmountText.plain(receipt.amountMinor(), currency),
            currency.getCurrencyCode(),
            receipt.number(),
            receipt.payerName().orElse(""),
            receipt.note(),
            bankable)
        .map(cell -> "\"" + cell.replace("\"", "\"\"").replaceAll("\\p{Cntrl}", " ") + "\"")
        .collect(Collectors.joining(",", "", "\n"));
  }
}
