package io.sumbrel.server.arrivals;

import io.sumbrel.formats.FileKind;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import jakarta.persistence.Version;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;

@Entity
@Table(name = "arrival")
class ArrivalRow {
  @Id Long id;
  long booksId;
  String kind = "";
  String fileName;
  String hash;
  String liveHash;
  long sizeBytes;

  @Enumerated(EnumType.STRING)
  ArrivalState state;

  String account = "";
  String title = "";
  String currency = "";
  int statedCount;
  long statedMinor;
  int acceptedCount;
  int knownCount;
  long knownMinor;
  int heldCount;
  Long csvLayoutId;
  LocalDate firstDay;

  /** Whether it cannot be accepted only because a statement before it is missing. */
  boolean waitsForEarlier;

  boolean asksAccount;
  String refusal = "";
  String notes = "";
  Instant arrivedAt;
  String arrivedBy;
  Instant decidedAt;
  String decidedBy;
  @Version int version;

  FileKind fileKind() {
    return FileKind.valueOf(kind);
  }

  void decide(ArrivalState to, String by, Instant at) {
    state = to;
    decidedBy = by;
    decidedAt = at;
    if (to.isGone()) {
      liveHash = null;
    }
  }

  /** Whether somebody may say what its columns hold, or say it anew. */
  boolean mayBeNamed() {
    boolean open = state == ArrivalState.LAYOUT || state == ArrivalState.WAITING;
    return open && ArrivedFiles.TABLES.contains(fileKind());
  }

  ArrivalAsks asks() {
    if (state != ArrivalState.LAYOUT) {
      return ArrivalAsks.NOTHING;
    }
    if (asksAccount) {
      return ArrivalAsks.ACCOUNT;
    }
    return fileKind() == FileKind.LOCKBOX ? ArrivalAsks.LOCKBOX : ArrivalAsks.COLUMNS;
  }

  ArrivalView toView(long unexplained) {
    return new ArrivalView(
        id,
        kind.isEmpty() ? "unknown" : fileKind().words(),
        fileName,
        state,
        account,
        title,
        currency,
        statedCount,
        statedMinor,
        acceptedCount,
        knownCount,
        heldCount,
        unexplained,
        refusal,
        asks(),
        mayBeNamed(),
        notes.isEmpty() ? List.of() : List.of(notes.split("\n")),
        arrivedAt,
        arrivedBy,
        Optional.ofNullable(decidedAt),
        Optional.ofNullable(decidedBy));
  }
}
