package io.sumbrel.server.persistence;

import jakarta.persistence.EntityManager;
import java.util.List;
import java.util.function.BiConsumer;
import org.hibernate.Session;
import org.hibernate.StatelessSession;
import org.hibernate.engine.spi.SharedSessionContractImplementor;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Writes many rows at once, past the persistence context, in the same transaction. */
@Component
public class BulkRows {
  private static final int AT_ONCE = 500;

  private final EntityManager entities;

  BulkRows(EntityManager entities) {
    this.entities = entities;
  }

  @Transactional(propagation = Propagation.MANDATORY)
  public void insert(List<?> rows) {
    write(rows, StatelessSession::insertMultiple);
  }

  /**
   * @param rows that the persistence context does not hold
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public void update(List<?> rows) {
    write(rows, StatelessSession::updateMultiple);
  }

  private void write(List<?> rows, BiConsumer<StatelessSession, List<?>> write) {
    if (rows.isEmpty()) {
      return;
    }
    Session session = entities.unwrap(Session.class);
    session.doWork(
        connection -> {
          try (StatelessSession bulk =
              session.getSessionFactory().openStatelessSession(connection)) {
            bulk.setJdbcBatchSize(AT_ONCE);
            // rows are sent together only by who believes to be in a transaction: it is that of the
            // connection, which ends later, and not with this
            bulk.beginTransaction();
            write.accept(bulk, rows);
            ((SharedSessionContractImplementor) bulk).getJdbcCoordinator().executeBatch();
          }
        });
  }
}
