package io.sumbrel.server.openitem;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;

/** Terms that hold for a customer's invoices that state none. */
@Entity
@Table(name = "agreed_terms")
class AgreedTermsRow {
  @Id Long customerId;
  long booksId;

  /** As they are written on an invoice. */
  String terms;
}
