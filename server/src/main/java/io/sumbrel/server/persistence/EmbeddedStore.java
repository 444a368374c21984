package io.sumbrel.server.persistence;

import java.sql.Connection;
import java.sql.SQLException;
import java.util.Optional;
import org.h2.engine.SessionLocal;
import org.h2.jdbc.JdbcConnection;
import org.h2.mvstore.MVStore;

/** The file of the embedded database, which a larger house does not have. */
final class EmbeddedStore {
  private EmbeddedStore() {}

  static Optional<MVStore> of(Connection connection) throws SQLException {
    return connection.isWrapperFor(JdbcConnection.class)
            && connection.unwrap(JdbcConnection.class).getSession() instanceof SessionLocal session
        ? Optional.of(session.getDatabase().getStore().getMvStore())
        : Optional.empty();
  }
}
