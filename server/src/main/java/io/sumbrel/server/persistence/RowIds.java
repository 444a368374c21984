package io.sumbrel.server.persistence;

import jakarta.persistence.EntityManager;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
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
      next = nextBlock();
      end = next + BLOCK;
    }
    return next++;
  }

  /** Past the persistence context, which would look first for what it has to write. */
  private long nextBlock() {
    Session session = entities.unwrap(Session.class);
    return session.doReturningWork(
        connection -> {
          try (PreparedStatement query = connection.prepareStatement(nextValueSql(session));
              ResultSet value = query.executeQuery()) {
            value.next();
            return value.getLong(1);
          }
        });
  }

  private static String nextValueSql(Session session) {
    return session
        .getSessionFactory()
        .unwrap(SessionFactoryImplementor.class)
        .getJdbcServices()
        .getDialect()
        .getSequenceSupport()
        .getSequenceNextValString("row_id");
  }
}
