package io.sumbrel.formats;

import io.sumbrel.core.bank.BankStatement;
import io.sumbrel.core.bank.StatementEntry;
import io.sumbrel.core.bank.StatementFrame;
import java.util.ArrayList;
import java.util.List;

/**
 * Receives statements as a reader comes upon them, so that a large file need not be held. What was
 * received counts only if the reader ends without an issue that refuses the file.
 */
public interface StatementSink {
  /** The next entry of the statement that is being read. */
  void entry(StatementEntry entry);

  /** The statement to which the entries so far belong ends here. */
  void ends(StatementFrame frame);

  /** Keeps everything. */
  final class Collected implements StatementSink {
    private final List<BankStatement> statements = new ArrayList<>();
    private List<StatementEntry> entries = new ArrayList<>();

    @Override
    public void entry(StatementEntry entry) {
      entries.add(entry);
    }

    @Override
    public void ends(StatementFrame frame) {
      statements.add(new BankStatement(frame, entries));
      entries = new ArrayList<>();
    }

    public List<BankStatement> statements() {
      return statements;
    }
  }
}
