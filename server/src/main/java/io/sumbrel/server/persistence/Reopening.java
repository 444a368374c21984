package io.sumbrel.server.persistence;

import com.zaxxer.hikari.HikariDataSource;
import com.zaxxer.hikari.SQLExceptionOverride;
import io.sumbrel.core.refusal.Refusal;
import java.sql.SQLException;
import java.util.Optional;
import java.util.Set;
import javax.sql.DataSource;
import org.springframework.stereotype.Component;

/**
 * The embedded database closes itself when it cannot write, and its connections are dead from then
 * on without saying so. They leave the pool; the next one opens the database anew.
 */
@Component
public class Reopening {
  /** H2: closed, closed while in use, not to be read or written, a fault of its store. */
  private static final Set<Integer> DEAD = Set.of(90098, 90121, 90067, 90028, 90031, 90030, 50000);

  private final DataSource source;

  Reopening(DataSource source) {
    this.source = source;
  }

  /** What is said while the database is opened anew; empty where it is not closed. */
  public Optional<Refusal> becauseOf(Throwable e) {
    for (Throwable cause = e; cause != null; cause = cause.getCause()) {
      if (cause instanceof SQLException sql && DEAD.contains(sql.getErrorCode())) {
        if (source instanceof HikariDataSource pool) {
          pool.getHikariPoolMXBean().softEvictConnections();
        }
        return Optional.of(
            new Refusal(
                "reopening",
                "The database could not write, and is being opened anew. Nothing was changed; try again."));
      }
    }
    return Optional.empty();
  }

  /** The same for a connection that is just being used. */
  public static class Eviction implements SQLExceptionOverride {
    @java.lang.Override
    public Override adjudicate(SQLException e) {
      return DEAD.contains(e.getErrorCode()) ? Override.MUST_EVICT : Override.CONTINUE_EVICT;
    }
  }
}
