package io.sumbrel.server.people;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;

@Entity
@Table(name = "invitation")
class InvitationRow {
  @Id Long personId;
  String tokenHash;
  Instant endsAt;
}
