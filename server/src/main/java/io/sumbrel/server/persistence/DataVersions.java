package io.sumbrel.server.persistence;

import org.flywaydb.core.api.MigrationInfo;
import org.flywaydb.core.api.MigrationState;
import org.springframework.boot.diagnostics.AbstractFailureAnalyzer;
import org.springframework.boot.diagnostics.FailureAnalysis;
import org.springframework.boot.flyway.autoconfigure.FlywayMigrationStrategy;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** Brings data of an older version up to this one, and leaves data of a newer one alone. */
@Configuration
class DataVersions {

  /** The data were written by a newer program. */
  static final class Newer extends RuntimeException {
    Newer(MigrationInfo newest, MigrationInfo known) {
      super(
          "The data were written by a newer version of sumbrel (%s; this one knows up to %s)."
              .formatted(newest.getVersion(), known.getVersion()));
    }
  }

  @Bean
  FlywayMigrationStrategy onlyForward() {
    return flyway -> {
      MigrationInfo known = null;
      MigrationInfo newer = null;
      for (MigrationInfo one : flyway.info().all()) {
        if (one.getState() == MigrationState.FUTURE_SUCCESS) {
          newer = one;
        } else {
          known = one;
        }
      }
      if (newer != null) {
        throw new Newer(newer, known);
      }
      flyway.migrate();
    };
  }

  /** Says it in a sentence as the house starts. */
  static class SaysSo extends AbstractFailureAnalyzer<Newer> {
    @Override
    protected FailureAnalysis analyze(Throwable root, Newer cause) {
      return new FailureAnalysis(
          cause.getMessage(),
          "Start with the newer version, or restore a backup from before into a new folder.",
          cause);
    }
  }
}
