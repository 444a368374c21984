package io.sumbrel.server.persistence;

import java.sql.Connection;
import java.sql.SQLException;
import java.util.concurrent.atomic.AtomicLong;
import java.util.concurrent.locks.ReentrantLock;
import javax.sql.DataSource;
import org.springframework.jdbc.datasource.DataSourceUtils;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;

/**
 * Nobody is told that an act was done before it is on the disk. The embedded database hands a
 * commit to the operating system, which would lose it with the power; so the file is brought to the
 * disk after it (fsync), and acts that end together share one. Another engine does that by itself.
 */
@Component
public class OnDisk {
  private final DataSource source;
  private final AtomicLong committed = new AtomicLong();

  /** Fair: who is on the disk already is not kept waiting by those who came later. */
  private final ReentrantLock turn = new ReentrantLock(true);

  private volatile long brought;

  OnDisk(DataSource source) {
    this.source = source;
  }

  /** Lets the transaction at hand answer only when it is on the disk. */
  public void beforeItIsAnswered() {
    boolean waits =
        TransactionSynchronizationManager.getSynchronizations().stream()
            .anyMatch(Bringing.class::isInstance);
    if (!waits) {
      TransactionSynchronizationManager.registerSynchronization(new Bringing());
    }
  }

  private final class Bringing implements TransactionSynchronization {
    @Override
    public void afterCommit() {
      bring();
    }
  }

  /** By the connection of the transaction that has just ended: the pool may have no other. */
  private void bring() {
    Connection connection = DataSourceUtils.getConnection(source);
    try {
      EmbeddedStore.of(connection).ifPresent(store -> bring(store::sync));
    } catch (SQLException e) {
      throw new IllegalStateException("not brought to the disk", e);
    } finally {
      DataSourceUtils.releaseConnection(connection, source);
    }
  }

  /** Whoever comes while another is at it waits, and mostly finds that the next took it along. */
  void bring(Runnable sync) {
    long own = committed.incrementAndGet();
    turn.lock();
    try {
      if (brought < own) {
        long all = committed.get();
        sync.run();
        brought = all;
      }
    } finally {
      turn.unlock();
    }
  }

  /** How many commits are known to be on the disk. */
  long brought() {
    return brought;
  }
}
