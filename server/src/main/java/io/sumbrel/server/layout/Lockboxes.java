package io.sumbrel.server.layout;

import io.sumbrel.core.deposit.BankedDeposit;
import io.sumbrel.core.deposit.LockboxBatch;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.formats.Parsed;
import io.sumbrel.formats.lockbox.LockboxLayout;
import io.sumbrel.formats.lockbox.LockboxReader;
import io.sumbrel.server.bank.BankAccount;
import io.sumbrel.server.bank.BankAccounts;
import io.sumbrel.server.people.Actor;
import io.sumbrel.server.persistence.RowIds;
import jakarta.persistence.EntityManager;
import java.time.Clock;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.ObjectMapper;

/** The lockboxes of the house: into which account each is paid, and how its bank writes. */
@Component
public class Lockboxes {
  private final EntityManager entities;
  private final RowIds ids;
  private final Clock clock;
  private final BankAccounts books;
  private final ObjectMapper json;

  Lockboxes(
      EntityManager entities, RowIds ids, Clock clock, BankAccounts books, ObjectMapper json) {
    this.entities = entities;
    this.ids = ids;
    this.clock = clock;
    this.books = books;
    this.json = json;
  }

  /** A lockbox that is set up. */
  public record Box(String number, BankAccount account, LockboxLayout layout) {}

  public List<Box> all(long booksId) {
    return entities
        .createQuery("from LockboxRow where booksId = :b order by number", LockboxRow.class)
        .setParameter("b", booksId)
        .getResultList()
        .stream()
        .map(
            r ->
                new Box(
                    r.number,
                    books.one(booksId, r.bankAccountId),
                    json.readValue(r.layout, LockboxLayout.class)))
        .toList();
  }

  /** The layout by which a file names one of our boxes; empty when it names none. */
  public Optional<LockboxLayout> layoutOf(long booksId, byte[] bytes) {
    return all(booksId).stream()
        .filter(b -> LockboxReader.boxes(bytes, b.layout()).contains(b.number()))
        .map(Box::layout)
        .findFirst();
  }

  /**
   * Reads a file of our boxes.
   *
   * @throws Refusal with the place and the reason; {@code unknown-lockbox}
   */
  public Parsed<List<BankedDeposit>> read(long booksId, byte[] bytes) {
    LockboxLayout layout =
        layoutOf(booksId, bytes)
            .orElseThrow(
                () -> unknown(String.join(", ", LockboxReader.boxes(bytes, LockboxLayout.USUAL))));
    Parsed<List<LockboxBatch>> parsed = LockboxReader.read(bytes, layout);
    List<BankedDeposit> deposits = new ArrayList<>();
    for (LockboxBatch batch : parsed.orRefuse()) {
      BankAccount account =
          all(booksId).stream()
              .filter(b -> b.number().equals(batch.lockbox()))
              .findFirst()
              .map(Box::account)
              .orElseThrow(() -> unknown(batch.lockbox()));
      deposits.add(banked(batch, account));
    }
    return Parsed.of(deposits, parsed.issues());
  }

  public static BankedDeposit banked(LockboxBatch batch, BankAccount account) {
    if (account.beginsWith().currency().getDefaultFractionDigits() != 2) {
      throw new Refusal(
          "currency", "A lockbox file counts hundredths; " + account.name() + " has none.");
    }
    return new BankedDeposit(account.number(), batch.toDeposit(account.beginsWith().currency()));
  }

  private static Refusal unknown(String boxes) {
    return new Refusal(
        "unknown-lockbox",
        "Lockbox " + boxes + " is not set up; say into which account it is paid.");
  }

  /** Sets a lockbox up, or changes what was said of it. */
  @Transactional(propagation = Propagation.MANDATORY)
  public void keep(Actor actor, Set<String> numbers, long bankAccountId, LockboxLayout layout) {
    for (String number : numbers) {
      LockboxRow row =
          entities
              .createQuery("from LockboxRow where booksId = :b and number = :n", LockboxRow.class)
              .setParameter("b", actor.booksId())
              .setParameter("n", number)
              .getResultStream()
              .findFirst()
              .orElseGet(LockboxRow::new);
      row.booksId = actor.booksId();
      row.number = number;
      row.bankAccountId = books.one(actor.booksId(), bankAccountId).id();
      row.layout = json.writeValueAsString(layout);
      row.madeBy = actor.name();
      row.madeAt = clock.instant();
      if (row.id == null) {
        row.id = ids.next();
        entities.persist(row);
      }
    }
    entities.flush();
  }
}
