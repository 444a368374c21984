package io.sumbrel.server.persistence;

import java.util.function.Supplier;
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

  OneMoment(PlatformTransactionManager transactions) {
    this.transaction = new TransactionTemplate(transactions);
    transaction.setReadOnly(true);
    transaction.setIsolationLevel(TransactionDefinition.ISOLATION_SERIALIZABLE);
  }

  /** What is read, all of it as of the first statement. */
  public <T> T read(Supplier<T> reading) {
    return transaction.execute(t -> reading.get());
  }
}
