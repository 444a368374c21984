package io.sumbrel.server.followup;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.LocalDate;

/** When the rest of an item is looked at next. */
@Entity
@Table(name = "short_pay_look")
class ShortPayLookRow {
  @Id Long itemId;
  long booksId;
  LocalDate nextLook;
}
