package io.sumbrel.server.rules;

import io.sumbrel.core.difference.Authority;
import io.sumbrel.core.difference.DifferenceLimits;
import io.sumbrel.core.difference.DifferenceReason;
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
  record Key(long booksId, String reason, Authority authority) implements Serializable {}

  @Id long booksId;

  /** Its code. */
  @Id String reason;

  @Id
  @Enumerated(EnumType.STRING)
  Authority authority;

  long tapeMinor;
  long monthMinor;

  static DifferenceLimitRow of(
      long booksId, DifferenceReason reason, Authority authority, DifferenceLimits.Limit limit) {
    DifferenceLimitRow row = new DifferenceLimitRow();
    row.booksId = booksId;
    row.reason = reason.code();
    row.authority = authority;
    row.tapeMinor = limit.tapeMinor();
    row.monthMinor = limit.monthMinor();
    return row;
  }

  DifferenceLimits.Limit toLimit() {
    return new DifferenceLimits.Limit(tapeMinor, monthMinor);
  }
}
