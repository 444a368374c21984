package io.sumbrel.server.people;

import io.sumbrel.core.proof.Fact;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.server.persistence.RowIds;
import jakarta.persistence.EntityManager;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Who may sign in. Passwords are kept as salted hashes only. */
@Component
public class People {
  /** The one password of all people of the demonstration house, shown on its sign-in page. */
  public static final String DEMO_PASSWORD = "clay-and-kiln";

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
   * Adds a person.
   *
   * @throws Refusal {@code password} when it is too short, {@code person-name} when there is none
   */
  @Transactional
  public Actor add(long booksId, String name, String password, Bundle bundle) {
    if (name.isBlank() || name.length() > 60) {
      throw new Refusal("person-name", "A person needs a name of up to 60 letters.");
    }
    if (password.length() < MIN_PASSWORD || isTooLong(password)) {
      throw new Refusal(
          "password",
          "A password has at least %d characters, and no more than %d bytes."
              .formatted(MIN_PASSWORD, MOST_BYTES));
    }
    PersonRow row = new PersonRow();
    row.id = ids.next();
    row.booksId = booksId;
    row.name = name.strip();
    row.passwordHash = passwords.encode(password);
    row.bundle = bundle;
    entities.persist(row);
    return row.toActor();
  }

  /** The person with this name and password, if both are right. */
  @Transactional(readOnly = true)
  public Optional<Actor> signIn(String name, String password) {
    List<PersonRow> found =
        entities
            .createQuery("from PersonRow where lower(name) = lower(:name)", PersonRow.class)
            .setParameter("name", name.strip())
            .getResultList();
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
        .forEach(p -> cells.addAll(List.of(p.id, p.name, p.bundle, p.passwordHash)));
    return Fact.of("rights", cells);
  }

  /** Those of one set of books, in the order of their names. */
  @Transactional(readOnly = true)
  public List<Actor> of(long booksId) {
    return all().stream().filter(a -> a.booksId() == booksId).toList();
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

  /** Names and bundles, in the order of the names. */
  @Transactional(readOnly = true)
  public List<Actor> all() {
    return entities
        .createQuery("from PersonRow order by name", PersonRow.class)
        .getResultStream()
        .map(PersonRow::toActor)
        .toList();
  }
}
