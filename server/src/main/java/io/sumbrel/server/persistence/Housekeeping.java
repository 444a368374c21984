package io.sumbrel.server.persistence;

import jakarta.annotation.PreDestroy;
import java.sql.Connection;
import java.sql.SQLException;
import java.util.concurrent.atomic.AtomicLong;
import java.util.function.Consumer;
import javax.sql.DataSource;
import org.h2.mvstore.FileStore;
import org.h2.mvstore.MVStore;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;

/**
 * Keeps the file of the embedded database from growing with every act. A commit that is written at
 * once, as ours are, writes every page that it touched anew, some 40 KB; and where commits are
 * written at once the database rewrites no file by itself. So its sparse parts are rewritten here,
 * and their place is used again.
 */
@Component
class Housekeeping {
  private static final Logger LOG = LoggerFactory.getLogger(Housekeeping.class);

  /** Below this part of live data a file is rewritten, in per cent. */
  private static final int SPARSE = 50;

  /** A small file is no burden. */
  private static final long SMALL = 8L << 20;

  private static final int MILLIS_AT_A_STOP = 5_000;

  /** So much is rewritten at a time, that nobody waits for it. */
  private static final int AT_ONCE = 2 << 20;

  private final AtomicLong tidied = new AtomicLong();
  private final DataSource source;
  private final DataFolder dataFolder;

  Housekeeping(DataSource source, DataFolder dataFolder) {
    this.source = source;
    this.dataFolder = dataFolder;
  }

  @Scheduled(fixedDelay = 2_000)
  void tidy() {
    if (dataFolder.problem().isEmpty()) {
      with(
          store -> {
            if (store.getCurrentVersion() == tidied.getAndSet(store.getCurrentVersion())) {
              return;
            }
            // what is on the disk may take the place of what it replaced: see the retention time
            store.sync();
            if (isSparse(store)) {
              store.compact(SPARSE, AT_ONCE);
            }
          });
    }
  }

  /** At an orderly stop there is time to give back what is not used. */
  @PreDestroy
  void giveBack() {
    if (dataFolder.problem().isEmpty()) {
      with(
          store -> {
            if (isSparse(store)) {
              store.compactFile(MILLIS_AT_A_STOP);
            }
          });
    }
  }

  private static boolean isSparse(MVStore store) {
    FileStore<?> file = store.getFileStore();
    return file != null && file.size() > SMALL && file.getChunksFillRate() < SPARSE;
  }

  private void with(Consumer<MVStore> act) {
    try (Connection connection = source.getConnection()) {
      EmbeddedStore.of(connection).ifPresent(act);
    } catch (SQLException | RuntimeException e) {
      LOG.debug("not tidied: {}", e.getMessage());
    }
  }
}
