package io.sumbrel.server.openitem;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;

@Entity
@Table(name = "items_hash")
class ItemsHashRow {
  @Id Long booksId;
  String hash;
}
