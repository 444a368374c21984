package io.sumbrel.server.persistence;

import jakarta.persistence.EntityManager;
import java.util.function.Supplier;
import org.hibernate.FlushMode;
import org.hibernate.Session;
import org.springframework.stereotype.Component;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.TransactionDefinition;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Reads several tables as they stood at one moment, whatever is committed meanwhile. Repeatable
 * reads would not do: the embedded database takes its picture of each table when that is first
 * read, so that one could know an act of which another knows nothing.
 */
@Component
public class OneMoment {
  private final TransactionTemplate transaction;
  private final EntityManager entities;

  OneMoment(PlatformTransactionManager transactions, EntityManager entities) {
    this.entities = entities;
    this.transaction = new TransactionTemplate(transactions);
    transaction.setReadOnly(true);
    transaction.setIsolationLevel(TransactionDefinition.ISOLATION_SERIALIZABLE);
  }

  /** What is read, all of it as of the first statement. */
  public <T> T read(Supplier<T> reading) {
    return transaction.execute(t -> unchanged(reading));
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
