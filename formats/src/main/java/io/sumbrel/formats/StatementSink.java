package io.sumbrel.formats;

import io.sumbrel.core.bank.BankStatement;
import io.sumbrel.core.bank.StatementEntry;
import io.sumbrel.core.bank.StatementFrame;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * Receives statements as a reader comes upon them, so that a large file need not be held. What was
 * received counts only if the reader ends without an issue that refuses the file.
 */
public interface StatementSink {
  /** The next entry of the statement that is being read. */
  void entry(StatementEntry entry);

  /** The statement to which the entries so far belong ends here. */
  void ends(StatementFrame frame);

  /** Keeps everything; what entries have in common, such as their day and payer, once. */
  final class Collected implements StatementSink {
    /** So many values are looked for among those before. */
    private static final int SHARED = 20_000;

    private final List<BankStatement> statements = new ArrayList<>();
    private final Map<Object, Object> shared = new HashMap<>();
    private List<StatementEntry> entries = new ArrayList<>();

    @Override
    public void entry(StatementEntry e) {
      entries.add(
          new StatementEntry(
              e.place(),
              shared(e.bookingDate()),
              shared(e.valueDate()),
              e.amountMinor(),
              e.status(),
              e.bankReference(),
              shared(e.payerName()),
              shared(e.payerAccount()),
              e.method(),
              e.text(),
              e.references(),
              e.details(),
              e.reversal(),
              shared(e.batch())));
    }

    @SuppressWarnings("unchecked") // a value stands for one that is equal to it
    private <T> T shared(T value) {
      Object known = shared.size() < SHARED ? shared.putIfAbsent(value, value) : shared.get(value);
      return known == null ? value : (T) known;
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
