package io.sumbrel.server.persistence;

import java.sql.SQLException;
import org.springframework.boot.diagnostics.AbstractFailureAnalyzer;
import org.springframework.boot.diagnostics.FailureAnalysis;

/** Says in a sentence that another process works on the data folder. */
public class FolderInUse extends AbstractFailureAnalyzer<SQLException> {
  /** H2: the database may be already in use. */
  private static final int IN_USE = 90020;

  /** Whether that is why a database was not opened. */
  public static boolean isWhy(SQLException e) {
    return e.getErrorCode() == IN_USE;
  }

  @Override
  protected FailureAnalysis analyze(Throwable root, SQLException cause) {
    return isWhy(cause)
        ? new FailureAnalysis(
            "The data folder is in use by another process of sumbrel.",
            "Stop that one first, or start with another folder: SUMBREL_DATA=… ./sumbrel start",
            cause)
        : null;
  }
}
