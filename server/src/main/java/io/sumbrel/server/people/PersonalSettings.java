package io.sumbrel.server.people;

import io.sumbrel.core.refusal.Refusal;
import jakarta.persistence.EntityManager;
import java.util.Map;
import java.util.TreeMap;
import java.util.regex.Pattern;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/**
 * How a person likes to see things: orders, filters kept by name. Written and read by the screens
 * alone, and for oneself alone.
 */
@Component
class PersonalSettings {
  private static final Pattern NAME = Pattern.compile("[a-z-]{1,40}");
  private static final int LONGEST = 20_000;

  private final EntityManager entities;

  PersonalSettings(EntityManager entities) {
    this.entities = entities;
  }

  /** All of a person, by their names. */
  @Transactional(readOnly = true)
  public Map<String, String> all(Actor actor) {
    Map<String, String> all = new TreeMap<>();
    entities
        .createQuery("from PersonalSettingRow where personId = :p", PersonalSettingRow.class)
        .setParameter("p", actor.personId())
        .getResultStream()
        .forEach(r -> all.put(r.name, r.setting));
    return all;
  }

  /**
   * @throws Refusal {@code setting} for a name of other letters, or more than is kept
   */
  @Transactional
  public void keep(Actor actor, String name, String setting) {
    if (!NAME.matcher(name).matches() || setting.length() > LONGEST) {
      throw new Refusal(
          "setting", "A setting has a short name, and up to %,d letters.".formatted(LONGEST));
    }
    PersonalSettingRow row = new PersonalSettingRow();
    row.personId = actor.personId();
    row.name = name;
    row.setting = setting;
    entities.merge(row);
  }
}
