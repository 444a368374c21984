package io.sumbrel.server.arrivals;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.LocalDate;
import org.hibernate.annotations.Immutable;

@Entity
@Immutable
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
}
