package io.sumbrel.server.setup;

import io.sumbrel.server.people.Actor;
import io.sumbrel.server.people.Bundle;
import io.sumbrel.server.people.Invitations;
import io.sumbrel.server.people.People;
import io.sumbrel.server.people.Right;
import io.sumbrel.server.people.RightsAsked;
import io.sumbrel.server.security.Sessions;
import java.time.Instant;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.springframework.http.HttpStatus;
import org.springframework.security.access.prepost.PreAuthorize;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** The people of the house over HTTP, for those who may set it up. */
@RestController
@RequestMapping("/api/people")
@PreAuthorize("hasAuthority('SET_UP')")
class TeamController {
  private final Team team;
  private final People people;
  private final Invitations invitations;
  private final RightsAsked asked;
  private final Sessions sessions;

  TeamController(
      Team team, People people, Invitations invitations, RightsAsked asked, Sessions sessions) {
    this.team = team;
    this.people = people;
    this.invitations = invitations;
    this.asked = asked;
    this.sessions = sessions;
  }

  /** A right, with what it allows. */
  record RightView(Right right, String words) {}

  /** Rights that are given together. */
  record BundleView(String name, List<Right> rights) {}

  /** Rights that wait for another supervisor. */
  record WaitingRights(List<Right> rights, String words, String askedBy, boolean own) {}

  /**
   * @param words what they may do
   * @param linkEndsAt until when the link holds by which they set a password
   * @param signedIn in how many browsers
   * @param lastSeen there; empty for somebody who is not signed in
   */
  record PersonOfTeam(
      long id,
      String name,
      List<Right> rights,
      String words,
      boolean self,
      boolean hasPassword,
      boolean locked,
      Optional<Instant> linkEndsAt,
      Optional<WaitingRights> waiting,
      int signedIn,
      Optional<Instant> lastSeen) {}

  record TeamView(List<PersonOfTeam> people, List<RightView> rights, List<BundleView> bundles) {}

  @GetMapping
  TeamView all(@AuthenticationPrincipal Actor actor) {
    return new TeamView(
        people.entries(actor.booksId()).stream().map(e -> member(actor, e)).toList(),
        Arrays.stream(Right.values()).map(r -> new RightView(r, r.words())).toList(),
        Arrays.stream(Bundle.values())
            .map(b -> new BundleView(Bundle.words(b.rights()), sorted(b.rights())))
            .toList());
  }

  private PersonOfTeam member(Actor actor, People.Entry entry) {
    Actor person = entry.person();
    List<Instant> seen = sessions.lastSeen(person.personId());
    return new PersonOfTeam(
        person.personId(),
        person.name(),
        sorted(person.rights()),
        Bundle.words(person.rights()),
        person.personId() == actor.personId(),
        entry.hasPassword(),
        entry.locked(),
        invitations.endsAt(person.personId()),
        asked.of(person.personId()).map(w -> waiting(actor, w)),
        seen.size(),
        seen.stream().max(Instant::compareTo));
  }

  private WaitingRights waiting(Actor actor, RightsAsked.Asked waiting) {
    return new WaitingRights(
        sorted(waiting.rights()),
        Bundle.words(waiting.rights()),
        people.one(actor.booksId(), waiting.askedBy()).name(),
        waiting.askedBy() == actor.personId());
  }

  private static List<Right> sorted(Set<Right> rights) {
    return rights.stream().sorted().toList();
  }

  record InvitationRequest(String name, Set<Right> rights) {}

  /** The token stands in no log: the link carries it behind its number sign. */
  @PostMapping
  Team.Invited invite(
      @AuthenticationPrincipal Actor actor, @RequestBody InvitationRequest request) {
    return team.invite(actor, request.name(), request.rights());
  }

  @PostMapping("/{id}/link")
  Team.Invited newLink(@AuthenticationPrincipal Actor actor, @PathVariable long id) {
    return team.newLink(actor, id);
  }

  record RightsRequest(Set<Right> rights) {}

  @PutMapping("/{id}/rights")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void changeRights(
      @AuthenticationPrincipal Actor actor,
      @PathVariable long id,
      @RequestBody RightsRequest request) {
    team.changeRights(actor, id, request.rights());
  }

  @PostMapping("/{id}/rights/release")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void release(@AuthenticationPrincipal Actor actor, @PathVariable long id) {
    team.release(actor, id);
  }

  @DeleteMapping("/{id}/rights/waiting")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void turnDown(@AuthenticationPrincipal Actor actor, @PathVariable long id) {
    team.turnDown(actor, id);
  }

  record LockRequest(boolean locked) {}

  @PutMapping("/{id}/lock")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void lock(
      @AuthenticationPrincipal Actor actor,
      @PathVariable long id,
      @RequestBody LockRequest request) {
    team.lock(actor, id, request.locked());
    if (request.locked()) {
      sessions.end(id);
    }
  }

  /** Signs somebody out everywhere. */
  @DeleteMapping("/{id}/sessions")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void endSessions(@AuthenticationPrincipal Actor actor, @PathVariable long id) {
    sessions.end(people.one(actor.booksId(), id).personId());
  }
}
