package io.sumbrel.server.people;

import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.server.persistence.Sha256;
import jakarta.persistence.EntityManager;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.Base64;
import java.util.Optional;
import org.springframework.security.crypto.keygen.Base64StringKeyGenerator;
import org.springframework.security.crypto.keygen.StringKeyGenerator;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Links by which people set their password, each once and for a week. */
@Component
public class Invitations {
  private static final Duration HOLDS = Duration.ofDays(7);

  private final EntityManager entities;
  private final People people;
  private final Clock clock;

  /** 256 bits of chance, as letters that an address may hold. */
  private final StringKeyGenerator tokens =
      new Base64StringKeyGenerator(Base64.getUrlEncoder().withoutPadding(), 32);

  Invitations(EntityManager entities, People people, Clock clock) {
    this.entities = entities;
    this.people = people;
    this.clock = clock;
  }

  /** A new link for a person; an older one is worth nothing from now on. */
  @Transactional(propagation = Propagation.MANDATORY)
  public String make(long personId) {
    String token = tokens.generateKey();
    InvitationRow row = new InvitationRow();
    row.personId = personId;
    row.tokenHash = hash(token);
    row.endsAt = clock.instant().plus(HOLDS).truncatedTo(ChronoUnit.MILLIS);
    entities.merge(row);
    entities.flush();
    return token;
  }

  /** Until when the link of a person holds. */
  @Transactional(readOnly = true)
  public Optional<Instant> endsAt(long personId) {
    return Optional.ofNullable(entities.find(InvitationRow.class, personId)).map(r -> r.endsAt);
  }

  /** The link of a person is worth nothing any more. */
  @Transactional(propagation = Propagation.MANDATORY)
  public void drop(long personId) {
    InvitationRow row = entities.find(InvitationRow.class, personId);
    if (row != null) {
      entities.remove(row);
      entities.flush();
    }
  }

  /**
   * Whom a link invites.
   *
   * @throws Refusal {@code invitation}
   */
  @Transactional(readOnly = true)
  public Actor invited(String token) {
    InvitationRow row =
        entities
            .createQuery("from InvitationRow where tokenHash = :h", InvitationRow.class)
            .setParameter("h", hash(token))
            .getResultStream()
            .filter(r -> clock.instant().isBefore(r.endsAt))
            .findFirst()
            .orElseThrow(
                () ->
                    new Refusal(
                        "invitation",
                        "This link was used already, is older than a week, or another took its"
                            + " place. Ask for a new one."));
    return people.entry(row.personId);
  }

  /**
   * Sets the password of whom a link invites; the link is used up.
   *
   * @throws Refusal {@code invitation}, {@code password}
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public Actor use(String token, String password) {
    Actor invited = invited(token);
    people.setPassword(invited.personId(), password);
    drop(invited.personId());
    return invited;
  }

  private static String hash(String token) {
    return Sha256.of(token.getBytes(StandardCharsets.UTF_8));
  }
}
