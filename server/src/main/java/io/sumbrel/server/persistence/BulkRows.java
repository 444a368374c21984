package io.sumbrel.server.persistence;

import jakarta.persistence.EntityManager;
import java.util.List;
import org.hibernate.Session;
import org.hibernate.StatelessSession;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Inserts many rows at once, past the persistence context, in the same transaction. */
@Component
public class BulkRows {
  private final EntityManager entities;

  BulkRows(EntityManager entities) {
    this.entities = entities;
  }

  @Transactional(propagation = Propagation.MANDATORY)
  public void insert(List<?> rows) {
    if (rows.isEmpty()) {
      return;
    }
    Session session = entities.unwrap(Session.class);
    session.doWork(
        connection -> {
          try (StatelessSession bulk =
              session.getSessionFactory().openStatelessSession(connection)) {
            bulk.setJdbcBatchSize(500);
            bulk.insertMultiple(rows);
          }
        });
  }
}
