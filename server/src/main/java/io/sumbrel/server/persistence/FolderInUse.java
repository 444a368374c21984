package io.sumbrel.server.persistence;

import java.sql.SQLException;
import org.springframework.boot.diagnostics.AbstractFailureAnalyzer;
import org.springframework.boot.diagnostics.FailureAnalysis;

/** Says in a sentence that another process works on the data folder. */
class FolderInUse extends AbstractFailureAnalyzer<SQLException> {
  /** H2: the database may be already in use. */
  private static final int IN_USE = 90020;

  @Override
  protected FailureAnalysis analyze(Throwable root, SQLException cause) {
    return cause.getErrorCode() == IN_USE
        ? new FailureAnalysis(
            "The data folder is in use by another process of sumbrel.",
            "Stop that one first, or start with another folder: SUMBREL_DATA=… ./sumbrel start",
            cause)
        : null;
  }
}
