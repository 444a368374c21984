package io.sumbrel.server.persistence;

import jakarta.persistence.EntityManager;
import java.util.Optional;
import java.util.concurrent.Semaphore;
import java.util.function.Function;
import java.util.function.Supplier;
import org.hibernate.FlushMode;
import org.hibernate.Session;
import org.springframework.stereotype.Component;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.TransactionDefinition;
import org.springframework.transaction.support.TransactionSynchronizationManager;
import org.springframework.transaction.support.TransactionTemplate;
import org.springframework.util.function.SingletonSupplier;

/**
 * Reads several tables as they stood at one moment, whatever is committed meanwhile. Repeatable
 * reads would not do: the embedded database takes its picture of each table when that is first
 * read, so that one could know an act of which another knows nothing.
 */
@Component
public class OneMoment {
  private final TransactionTemplate transaction;
  private final EntityManager entities;
  private final Beside threads;

  /**
   * One reading at a time has a second connection: were every connection held by one that waits for
   * another, all would stand still.
   */
  private final Semaphore second = new Semaphore(1);

  OneMoment(PlatformTransactionManager transactions, EntityManager entities, Beside threads) {
    this.entities = entities;
    this.threads = threads;
    this.transaction = new TransactionTemplate(transactions);
    transaction.setReadOnly(true);
    transaction.setIsolationLevel(TransactionDefinition.ISOLATION_SERIALIZABLE);
  }

  /** What is read, all of it as of the first statement. */
  public <T> T read(Supplier<T> reading) {
    return transaction.execute(t -> unchanged(reading));
  }

  /**
   * The same with a part of it read beside, on a connection of its own. Where something was
   * committed between the first statements of the two, or others read so already, that part is read
   * with the rest after all; in the transaction of an act too, of which another connection knows
   * nothing.
   *
   * @param mark what every commit that matters changes
   * @param rest is given what waits for the part, which is read once
   */
  public <P, T> T read(Supplier<Long> mark, Supplier<P> part, Function<Supplier<P>, T> rest) {
    boolean isInAnAct = TransactionSynchronizationManager.isActualTransactionActive();
    return read(
        () -> {
          Long seen = mark.get();
          Supplier<Optional<P>> begun =
              isInAnAct || !second.tryAcquire() ? Optional::empty : beside(seen, mark, part);
          return rest.apply(SingletonSupplier.of(() -> begun.get().orElseGet(part)));
        });
  }

  private <P> Supplier<Optional<P>> beside(Long seen, Supplier<Long> mark, Supplier<P> part) {
    return threads.begin(
        () -> {
          try {
            return read(() -> mark.get().equals(seen) ? Optional.of(part.get()) : Optional.empty());
          } finally {
            second.release();
          }
        });
  }

  /**
   * In the transaction of an act, what is read is not looked through for changes at every further
   * query.
   */
  private <T> T unchanged(Supplier<T> reading) {
    Session session = entities.unwrap(Session.class);
    FlushMode flushing = session.getHibernateFlushMode();
    session.flush();
    session.setHibernateFlushMode(FlushMode.MANUAL);
    try {
      return reading.get();
    } finally {
      session.setHibernateFlushMode(flushing);
    }
  }
}
