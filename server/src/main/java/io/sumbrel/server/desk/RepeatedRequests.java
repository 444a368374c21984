package io.sumbrel.server.desk;

import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.server.people.Actor;
import jakarta.persistence.EntityManager;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.time.Clock;
import java.util.HexFormat;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.ObjectMapper;

/** RepeatedRequests to requests that post, so that a request sent twice posts once. */
@Component
class RepeatedRequests {
  private final EntityManager entities;
  private final Clock clock;
  private final ObjectMapper json;

  RepeatedRequests(EntityManager entities, Clock clock, ObjectMapper json) {
    this.entities = entities;
    this.clock = clock;
    this.json = json;
  }

  /** What was asked: to post this tape on this sum. */
  record Asked(long moneyInId, Object request) {}

  /**
   * The answer given before to this key.
   *
   * @throws Refusal {@code key-used} when the key came with another request, or of another person
   */
  @Transactional(propagation = Propagation.MANDATORY)
  Optional<Posted> before(Actor actor, String key, Asked request) {
    IdempotencyKeyRow row =
        entities.find(IdempotencyKeyRow.class, new IdempotencyKeyRow.Key(actor.booksId(), key));
    if (row == null) {
      return Optional.empty();
    }
    if (row.personId != actor.personId() || !row.requestHash.equals(hash(request))) {
      throw new Refusal("key-used", "This idempotency key was used for another request.");
    }
    return Optional.of(json.readValue(row.answer, Posted.class));
  }

  @Transactional(propagation = Propagation.MANDATORY)
  void keep(Actor actor, String key, Asked request, Posted answer) {
    IdempotencyKeyRow row = new IdempotencyKeyRow();
    row.booksId = actor.booksId();
    row.requestKey = key;
    row.personId = actor.personId();
    row.requestHash = hash(request);
    row.answer = json.writeValueAsString(answer);
    row.answeredAt = clock.instant();
    entities.persist(row);
  }

  private String hash(Asked request) {
    try {
      byte[] bytes = json.writeValueAsString(request).getBytes(StandardCharsets.UTF_8);
      return HexFormat.of().formatHex(MessageDigest.getInstance("SHA-256").digest(bytes));
    } catch (NoSuchAlgorithmException e) {
      throw new IllegalStateException(e);
    }
  }
}
