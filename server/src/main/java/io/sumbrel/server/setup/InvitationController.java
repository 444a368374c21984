package io.sumbrel.server.setup;

import io.sumbrel.server.books.Houses;
import io.sumbrel.server.people.Actor;
import io.sumbrel.server.people.Invitations;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** What somebody does who has a link and no password yet; the token is what lets them in. */
@RestController
@RequestMapping("/api/invitations")
class InvitationController {
  private final Invitations invitations;
  private final Houses houses;
  private final Team team;

  InvitationController(Invitations invitations, Houses houses, Team team) {
    this.invitations = invitations;
    this.houses = houses;
    this.team = team;
  }

  record TokenRequest(String token) {}

  /** Whom a link invites, and where. */
  record InvitedView(String name, String house) {}

  @PostMapping("/look")
  InvitedView look(@RequestBody TokenRequest request) {
    Actor invited = invitations.invited(request.token());
    return new InvitedView(invited.name(), houses.name(invited.booksId()));
  }

  record PasswordRequest(String token, String password) {}

  @PostMapping("/password")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void setPassword(@RequestBody PasswordRequest request) {
    team.setPassword(request.token(), request.password());
  }
}
