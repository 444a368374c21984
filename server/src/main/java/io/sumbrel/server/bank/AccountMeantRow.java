package io.sumbrel.server.bank;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import org.hibernate.annotations.Immutable;

@Entity
@Immutable
@Table(name = "account_meant")
class AccountMeantRow {
  @Id Long id;
  long booksId;
  String written;
  String currency;
  long bankAccountId;
  Instant saidAt;
  String saidBy;
}
