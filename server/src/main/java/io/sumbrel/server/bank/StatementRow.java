package io.sumbrel.server.bank;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.LocalDate;
import org.hibernate.annotations.Immutable;
import org.hibernate.annotations.SQLRestriction;

/** An accepted statement; one that was withdrawn has lost its place, and is not seen. */
@Entity
@Immutable
@SQLRestriction("sequence_number is not null")
@Table(name = "bank_statement")
class StatementRow {
  @Id Long id;
  long bankAccountId;
  long arrivalId;
  int sequenceNumber;
  String number;
  LocalDate openingDate;
  Long openingMinor;
  LocalDate closingDate;
  Long closingMinor;
  int entryCount;
  long countedMinor;
}
