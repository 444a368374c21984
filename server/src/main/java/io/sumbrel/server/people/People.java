package io.sumbrel.server.people;

import io.sumbrel.core.proof.Fact;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.server.persistence.RowIds;
import jakarta.persistence.EntityManager;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Who may sign in. Passwords are kept as salted hashes only. */
@Component
public class People {
  /** The one password of all people of the demonstration house, shown on its sign-in page. */
  public static final String DEMO_PASSWORD = "clay-and-kiln";

  /** Who they are. */
  public static final List<String> OF_THE_DEMO = List.of("Ines", "Tomas", "Ruta", "Abel");

  private static final int MIN_PASSWORD = 10;

  /** More are not looked at by the hash that is used. */
  private static final int MOST_BYTES = 72;

  private final EntityManager entities;
  private final RowIds ids;
  private final PasswordEncoder passwords;

  People(EntityManager entities, RowIds ids, PasswordEncoder passwords) {
    this.entities = entities;
    this.ids = ids;
    this.passwords = passwords;
  }

  /** What one person does in two windows at once is done one after the other. */
  @Transactional(propagation = Propagation.MANDATORY)
  public void lock(Actor actor) {
    entities
        .createNativeQuery("select id from person where id = :p for update")
        .setParameter("p", actor.personId())
        .getResultList();
  }

  /**
   * Adds a person who may enter at once.
   *
   * @throws Refusal {@code password} when it is too short, {@code person-name} when there is none
   */
  @Transactional
  public Actor add(long booksId, String name, String password, Bundle bundle) {
    PersonRow row = row(booksId, name);
    row.passwordHash = hash(password);
    row.rights = Right.written(bundle.rights());
    entities.persist(row);
    return row.toActor();
  }

  /**
   * Adds a person without a password and without rights.
   *
   * @throws Refusal {@code person-name} when there is none, or somebody is called so
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public Actor invite(long booksId, String name) {
    PersonRow row = row(booksId, name);
    row.rights = "";
    entities.persist(row);
    entities.flush();
    return row.toActor();
  }

  private PersonRow row(long booksId, String name) {
    String called = name.strip();
    if (called.isEmpty() || called.length() > 60) {
      throw new Refusal("person-name", "A person needs a name of up to 60 letters.");
    }
    if (of(booksId).stream().anyMatch(p -> p.name().equalsIgnoreCase(called))) {
      throw new Refusal("person-name", "Somebody is called " + called + " already.");
    }
    PersonRow row = new PersonRow();
    row.id = ids.next();
    row.booksId = booksId;
    row.name = called;
    return row;
  }

  private String hash(String password) {
    if (password.length() < MIN_PASSWORD || isTooLong(password)) {
      throw new Refusal(
          "password",
          "A password has at least %d characters, and no more than %d bytes."
              .formatted(MIN_PASSWORD, MOST_BYTES));
    }
    return passwords.encode(password);
  }

  /** The person with this name and password, if both are right and they may enter. */
  public Optional<Actor> signIn(String name, String password) {
    // the hash is computed while no connection to the database is held
    List<PersonRow> found = named(name).stream().filter(p -> !p.passwordHash.isEmpty()).toList();
    if (found.isEmpty() || isTooLong(password)) {
      // takes as long as a wrong password, so that names cannot be tried
      passwords.encode("x".repeat(MIN_PASSWORD));
      return Optional.empty();
    }
    return found.stream()
        .filter(p -> passwords.matches(password, p.passwordHash))
        .findFirst()
        .map(PersonRow::toActor);
  }

  private List<PersonRow> named(String name) {
    return entities
        .createQuery(
            "from PersonRow where lower(name) = lower(:name) and locked = false and rights <> ''",
            PersonRow.class)
        .setParameter("name", name.strip())
        .getResultList();
  }

  /** Those who are called so, in any set of books. */
  @Transactional(readOnly = true)
  public List<Actor> called(String name) {
    return named(name).stream().map(PersonRow::toActor).toList();
  }

  /** A person with the rights of this moment; empty for one who may not enter any more. */
  @Transactional(readOnly = true)
  public Optional<Actor> entering(long personId) {
    return Optional.ofNullable(entities.find(PersonRow.class, personId))
        .filter(PersonRow::mayEnter)
        .map(PersonRow::toActor);
  }

  Actor entry(long personId) {
    return entities.find(PersonRow.class, personId).toActor();
  }

  /**
   * @throws Refusal {@code password}
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public void setPassword(long personId, String password) {
    entities.find(PersonRow.class, personId).passwordHash = hash(password);
    entities.flush();
  }

  @Transactional(propagation = Propagation.MANDATORY)
  public void setRights(long personId, Set<Right> rights) {
    entities.find(PersonRow.class, personId).rights = Right.written(rights);
    entities.flush();
  }

  @Transactional(propagation = Propagation.MANDATORY)
  public void setLocked(long personId, boolean locked) {
    entities.find(PersonRow.class, personId).locked = locked;
    entities.flush();
  }

  /**
   * How a person may come in.
   *
   * @param hasPassword whether one was set
   */
  public record Entry(Actor person, boolean hasPassword, boolean locked) {
    /** Whether they can act at this moment. */
    public boolean acts() {
      return hasPassword && !locked && !person.rights().isEmpty();
    }
  }

  /** Everybody of a set of books, in the order of their names. */
  @Transactional(readOnly = true)
  public List<Entry> entries(long booksId) {
    return entities
        .createQuery("from PersonRow where booksId = :b order by name", PersonRow.class)
        .setParameter("b", booksId)
        .getResultStream()
        .map(p -> new Entry(p.toActor(), !p.passwordHash.isEmpty(), p.locked))
        .toList();
  }

  private static boolean isTooLong(String password) {
    return password.getBytes(StandardCharsets.UTF_8).length > MOST_BYTES;
  }

  @Transactional(readOnly = true)
  public boolean isEmpty() {
    return entities.createQuery("select count(*) from PersonRow", Long.class).getSingleResult()
        == 0;
  }

  /** Who may sign in to a set of books, and with which rights. */
  @Transactional(readOnly = true)
  public Fact rights(long booksId) {
    List<Object> cells = new ArrayList<>();
    entities
        .createQuery("from PersonRow where booksId = :b order by id", PersonRow.class)
        .setParameter("b", booksId)
        .getResultStream()
        .forEach(
            p -> {
              Set<Right> may = p.mayDo();
              cells.addAll(List.of(p.id, p.name));
              cells.add(Bundle.of(may).map(Bundle::name).orElse(p.rights));
              cells.add(p.passwordHash);
              if (p.locked) {
                cells.add("locked");
              }
            });
    return Fact.of("rights", cells);
  }

  /** Those of one set of books, in the order of their names. */
  @Transactional(readOnly = true)
  public List<Actor> of(long booksId) {
    return entries(booksId).stream().map(Entry::person).toList();
  }

  /**
   * One of them.
   *
   * @throws Refusal {@code not-found} for nobody of these books
   */
  @Transactional(readOnly = true)
  public Actor one(long booksId, long personId) {
    return of(booksId).stream()
        .filter(a -> a.personId() == personId)
        .findFirst()
        .orElseThrow(() -> new Refusal("not-found", "There is no such person."));
  }

  /** Names and rights, in the order of the names. */
  @Transactional(readOnly = true)
  public List<Actor> all() {
    return entities
        .createQuery("from PersonRow order by name", PersonRow.class)
        .getResultStream()
        .map(PersonRow::toActor)
        .toList();
  }
}
