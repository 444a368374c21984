package io.sumbrel.server.setup;

import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.server.audit.AuditRecord;
import io.sumbrel.server.people.Actor;
import io.sumbrel.server.people.Bundle;
import io.sumbrel.server.people.Invitations;
import io.sumbrel.server.people.People;
import io.sumbrel.server.people.Right;
import io.sumbrel.server.people.RightsAsked;
import java.util.Set;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/**
 * Who belongs to the house and may do what. Where the house has another who may set it up, rights
 * hold only when that one has released them: nobody makes a second person of their own.
 */
@Component
public class Team {
  private final People people;
  private final Invitations invitations;
  private final RightsAsked asked;
  private final AuditRecord audit;

  Team(People people, Invitations invitations, RightsAsked asked, AuditRecord audit) {
    this.people = people;
    this.invitations = invitations;
    this.asked = asked;
    this.audit = audit;
  }

  /** A person, and the token of the link by which they set their password. */
  record Invited(long id, String token) {}

  /**
   * Invites somebody.
   *
   * @throws Refusal {@code person-name}, {@code rights}
   */
  @Transactional
  Invited invite(Actor actor, String name, Set<Right> rights) {
    audit.lock(actor.booksId());
    Actor person = people.invite(actor.booksId(), name);
    give(actor, person, rights);
    return new Invited(person.personId(), link(actor, person));
  }

  /**
   * A new link for somebody who forgot the password or lost the first link.
   *
   * @throws Refusal {@code not-found}
   */
  @Transactional
  Invited newLink(Actor actor, long personId) {
    audit.lock(actor.booksId());
    Actor person = people.one(actor.booksId(), personId);
    return new Invited(personId, link(actor, person));
  }

  private String link(Actor actor, Actor person) {
    String token = invitations.make(person.personId());
    record(actor, "person-invited", person, "by a link that sets the password once");
    return token;
  }

  /**
   * Says what somebody may do; where there is a second supervisor, it holds when they release it.
   *
   * @throws Refusal {@code not-found}, {@code own-rights}, {@code rights}
   */
  @Transactional
  void changeRights(Actor actor, long personId, Set<Right> rights) {
    audit.lock(actor.booksId());
    give(actor, another(actor, personId), rights);
  }

  private void give(Actor actor, Actor person, Set<Right> rights) {
    if (!rights.contains(Right.READ)) {
      throw new Refusal("rights", "Who may do anything here may see; the right to see is missing.");
    }
    boolean second =
        people.entries(actor.booksId()).stream()
            .filter(e -> e.acts() && e.person().may(Right.SET_UP))
            .map(e -> e.person().personId())
            .anyMatch(id -> id != actor.personId() && id != person.personId());
    if (second) {
      asked.ask(person.personId(), rights, actor.personId());
      record(actor, "rights-asked", person, Bundle.words(rights));
    } else {
      hold(actor, person, rights);
    }
  }

  private void hold(Actor actor, Actor person, Set<Right> rights) {
    asked.drop(person.personId());
    people.setRights(person.personId(), rights);
    record(actor, "rights-set", person, Bundle.words(rights));
  }

  /**
   * Lets rights hold that another supervisor gave.
   *
   * @throws Refusal {@code not-found}, {@code own-rights}, {@code second-person}
   */
  @Transactional
  void release(Actor actor, long personId) {
    audit.lock(actor.booksId());
    Actor person = another(actor, personId);
    RightsAsked.Asked waiting = waiting(person);
    if (waiting.askedBy() == actor.personId()) {
      throw new Refusal(
          "second-person", "You gave these rights yourself; another supervisor releases them.");
    }
    hold(actor, person, waiting.rights());
  }

  /**
   * Turns down rights that wait, whoever gave them.
   *
   * @throws Refusal {@code not-found}, {@code own-rights}
   */
  @Transactional
  void turnDown(Actor actor, long personId) {
    audit.lock(actor.booksId());
    Actor person = another(actor, personId);
    Set<Right> rights = waiting(person).rights();
    asked.drop(personId);
    record(actor, "rights-turned-down", person, Bundle.words(rights));
  }

  private RightsAsked.Asked waiting(Actor person) {
    return asked
        .of(person.personId())
        .orElseThrow(
            () -> new Refusal("not-found", "No rights of " + person.name() + " wait any more."));
  }

  /**
   * Locks somebody out, or lets them in again.
   *
   * @throws Refusal {@code not-found}, {@code own-rights}
   */
  @Transactional
  void lock(Actor actor, long personId, boolean locked) {
    audit.lock(actor.booksId());
    Actor person = another(actor, personId);
    people.setLocked(personId, locked);
    if (locked) {
      invitations.drop(personId);
    }
    record(actor, locked ? "person-locked-out" : "person-let-in", person, "");
  }

  /**
   * Sets the first or a new password by a link.
   *
   * @throws Refusal {@code invitation}, {@code password}
   */
  @Transactional
  public Actor setPassword(String token, String password) {
    Actor invited = invitations.invited(token);
    audit.lock(invited.booksId());
    Actor person = invitations.use(token, password);
    record(person, "password-set", person, "");
    return person;
  }

  private Actor another(Actor actor, long personId) {
    if (personId == actor.personId()) {
      throw new Refusal(
          "own-rights", "Nobody changes what they may do themselves; another supervisor does.");
    }
    return people.one(actor.booksId(), personId);
  }

  private void record(Actor actor, String act, Actor person, String detail) {
    audit.append(actor, act, person.name(), detail, people.rights(actor.booksId()));
  }
}
