package io.sumbrel.server.party;

import io.sumbrel.core.party.Customer;
import io.sumbrel.core.party.CustomerId;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import jakarta.persistence.Version;
import java.util.Optional;

@Entity
@Table(name = "customer")
class CustomerRow {
  @Id Long id;
  long booksId;
  String number;
  String name;
  Long parentId;
  String silentList;

  /** Whether what banks keep on the way is theirs. */
  boolean bearsCharges;

  @Version int version;

  Customer toFact() {
    return new Customer(
        new CustomerId(id), number, name, Optional.ofNullable(parentId).map(CustomerId::new));
  }
}
