package io.sumbrel.server.setup;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;

@Entity
@Table(name = "first_start")
class FirstStartRow {
  @Id int id = 1;
  Instant begunAt;
}
