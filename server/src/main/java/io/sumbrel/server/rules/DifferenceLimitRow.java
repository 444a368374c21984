package io.sumbrel.server.rules;

import io.sumbrel.core.difference.Authority;
import io.sumbrel.core.difference.DifferenceReason;
import io.sumbrel.core.difference.LimitTable;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import jakarta.persistence.IdClass;
import jakarta.persistence.Table;
import java.io.Serializable;

@Entity
@Table(name = "difference_limit")
@IdClass(DifferenceLimitRow.Key.class)
class DifferenceLimitRow {
  record Key(long booksId, String currency, String reason, Authority authority)
      implements Serializable {}

  /** Stands for every currency that has no limits of its own. */
  static final String ANY = "any";

  @Id long booksId;

  /** Its code, or {@link #ANY}. */
  @Id String currency;

  /** Its code. */
  @Id String reason;

  @Id
  @Enumerated(EnumType.STRING)
  Authority authority;

  long tapeMinor;
  long monthMinor;

  static DifferenceLimitRow of(
      long booksId,
      String currency,
      DifferenceReason reason,
      Authority authority,
      LimitTable.Figures figures) {
    DifferenceLimitRow row = new DifferenceLimitRow();
    row.booksId = booksId;
    row.currency = currency;
    row.reason = reason.code();
    row.authority = authority;
    row.tapeMinor = figures.tapeMinor();
    row.monthMinor = figures.monthMinor();
    return row;
  }

  LimitTable.Figures toFigures() {
    return new LimitTable.Figures(tapeMinor, monthMinor);
  }
}
