package io.sumbrel.server.requests;

import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.server.people.Actor;
import io.sumbrel.server.persistence.Sha256;
import jakarta.persistence.EntityManager;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.ObjectMapper;

/** Answers to requests that post, by the keys that name them. */
@Component
public class RepeatedRequests {
  private static final int LONGEST_KEY = 80;

  private final EntityManager entities;
  private final Clock clock;
  private final ObjectMapper json;

  RepeatedRequests(EntityManager entities, Clock clock, ObjectMapper json) {
    this.entities = entities;
    this.clock = clock;
    this.json = json;
  }

  /**
   * What was asked, under the key of the request.
   *
   * @param subject on what, such as the id of a sum
   */
  public record Asked(String key, String subject, Object request) {
    /**
     * @throws Refusal {@code key}
     */
    public Asked {
      if (key.isBlank() || key.length() > LONGEST_KEY) {
        throw new Refusal(
            "key", "An idempotency key has up to %d characters.".formatted(LONGEST_KEY));
      }
    }
  }

  /**
   * The answer given before to this key.
   *
   * @throws Refusal {@code key-used} when the key came with another request, or of another person
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public <T> Optional<T> before(Actor actor, Asked asked, Class<T> answer) {
    IdempotencyKeyRow row =
        entities.find(
            IdempotencyKeyRow.class, new IdempotencyKeyRow.Key(actor.booksId(), asked.key()));
    if (row == null) {
      return Optional.empty();
    }
    if (row.personId != actor.personId() || !row.requestHash.equals(hash(asked))) {
      throw new Refusal("key-used", "This idempotency key was used for another request.");
    }
    return Optional.of(json.readValue(row.answer, answer));
  }

  /** Keeps what was answered. */
  @Transactional(propagation = Propagation.MANDATORY)
  public void keep(Actor actor, Asked asked, Object answer) {
    IdempotencyKeyRow row = new IdempotencyKeyRow();
    row.booksId = actor.booksId();
    row.requestKey = asked.key();
    row.personId = actor.personId();
    row.requestHash = hash(asked);
    row.answer = json.writeValueAsString(answer);
    row.answeredAt = clock.instant();
    entities.persist(row);
  }

  /** The refusal to answer what was posted once and does not stand any more. */
  public static Refusal turnedBackSince(String number) {
    return new Refusal(
        "turned-back",
        "This request was posted as %s, which was turned back since; it is not posted again."
            .formatted(number));
  }

  private String hash(Asked asked) {
    return Sha256.of(json.writeValueAsString(asked).getBytes(StandardCharsets.UTF_8));
  }
}
