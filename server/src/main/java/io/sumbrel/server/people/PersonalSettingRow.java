package io.sumbrel.server.people;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.IdClass;
import jakarta.persistence.Table;
import java.io.Serializable;

/** What a person chose for a screen. */
@Entity
@Table(name = "personal_setting")
@IdClass(PersonalSettingRow.Key.class)
class PersonalSettingRow {
  record Key(long personId, String name) implements Serializable {}

  @Id long personId;
  @Id String name;
  String setting;
}
