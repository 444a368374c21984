package io.sumbrel.server.persistence;

import jakarta.persistence.EntityManager;
import org.hibernate.Session;
import org.hibernate.engine.spi.SessionFactoryImplementor;
import org.springframework.stereotype.Component;

/**
 * Ids of rows, from one sequence in blocks of a hundred. An id is known before its row is written,
 * so that facts can name each other.
 */
@Component
public class RowIds {
  private static final int BLOCK = 100;

  private final EntityManager entities;
  private long next;
  private long end;

  RowIds(EntityManager entities) {
    this.entities = entities;
  }

  public synchronized long next() {
    if (next == end) {
      next = ((Number) entities.createNativeQuery(nextValueSql()).getSingleResult()).longValue();
      end = next + BLOCK;
    }
    return next++;
  }

  private String nextValueSql() {
    return entities
        .unwrap(Session.class)
        .getSessionFactory()
        .unwrap(SessionFactoryImplementor.class)
        .getJdbcServices()
        .getDialect()
        .getSequenceSupport()
        .getSequenceNextValString("row_id");
  }
}
