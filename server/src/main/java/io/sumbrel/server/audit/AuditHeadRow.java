package io.sumbrel.server.audit;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;

@Entity
@Table(name = "audit_head")
class AuditHeadRow {
  @Id Long booksId;
  long lastNumber;
  String lastHash;
}
