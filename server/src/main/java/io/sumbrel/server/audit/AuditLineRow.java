package io.sumbrel.server.audit;

import io.sumbrel.core.proof.Act;
import io.sumbrel.core.proof.ActorKind;
import io.sumbrel.core.proof.AuditLine;
import io.sumbrel.core.proof.Fact;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import jakarta.persistence.IdClass;
import jakarta.persistence.Table;
import java.io.Serializable;
import java.util.List;
import java.util.stream.Collectors;
import org.hibernate.annotations.Immutable;

@Entity
@Immutable
@Table(name = "audit_line")
@IdClass(AuditLineRow.Key.class)
class AuditLineRow {
  record Key(long booksId, long lineNumber) implements Serializable {}

  @Id long booksId;
  @Id long lineNumber;
  String writtenAt;
  String actor;
  String act;
  String subject;
  String detail;
  String previousHash;
  String hash;

  @Enumerated(EnumType.STRING)
  ActorKind actorKind;

  /** A line for each: its name, a blank, its hash. */
  String facts;

  static AuditLineRow of(long booksId, AuditLine line) {
    AuditLineRow row = new AuditLineRow();
    row.booksId = booksId;
    row.lineNumber = line.number();
    row.writtenAt = line.at();
    row.actorKind = line.act().kind();
    row.actor = line.act().actor();
    row.act = line.act().name();
    row.subject = line.act().subject();
    row.detail = line.act().detail();
    row.facts =
        line.act().facts().stream()
            .map(f -> f.name() + " " + f.hash())
            .collect(Collectors.joining("\n"));
    row.previousHash = line.previousHash();
    row.hash = line.hash();
    return row;
  }

  AuditLine toFact() {
    List<Fact> named =
        facts
            .lines()
            .map(
                l ->
                    new Fact(
                        l.substring(0, l.lastIndexOf(' ')), l.substring(l.lastIndexOf(' ') + 1)))
            .toList();
    Act done = new Act(actorKind, actor, act, subject, detail, named);
    return new AuditLine(lineNumber, writtenAt, done, previousHash, hash);
  }
}
