package io.sumbrel.server.audit;

import io.sumbrel.core.proof.AuditLine;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.IdClass;
import jakarta.persistence.Table;
import java.io.Serializable;
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

  static AuditLineRow of(long booksId, AuditLine line) {
    AuditLineRow row = new AuditLineRow();
    row.booksId = booksId;
    row.lineNumber = line.number();
    row.writtenAt = line.at();
    row.actor = line.actor();
    row.act = line.act();
    row.subject = line.subject();
    row.detail = line.detail();
    row.previousHash = line.previousHash();
    row.hash = line.hash();
    return row;
  }

  AuditLine toFact() {
    return new AuditLine(lineNumber, writtenAt, actor, act, subject, detail, previousHash, hash);
  }
}
