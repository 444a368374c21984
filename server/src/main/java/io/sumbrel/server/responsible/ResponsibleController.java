package io.sumbrel.server.responsible;

import io.sumbrel.server.people.Actor;
import io.sumbrel.server.people.People;
import java.util.List;
import java.util.Optional;
import org.springframework.security.access.prepost.PreAuthorize;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Whose work it is. */
@RestController
@RequestMapping("/api/responsible")
class ResponsibleController {
  private final Responsible responsible;
  private final People people;

  ResponsibleController(Responsible responsible, People people) {
    this.responsible = responsible;
    this.people = people;
  }

  record ColleagueView(long id, String name) {}

  /**
   * @param people who may look after something
   */
  record WhoseWorkView(List<ColleagueView> people, List<Responsible.ResponsibleView> all) {}

  record ResponsibleRequest(LookedAfter subject, long id, Optional<Long> personId) {}

  /** What was done, in words. */
  record KeptView(String words) {}

  @GetMapping
  WhoseWorkView all(@AuthenticationPrincipal Actor actor) {
    return new WhoseWorkView(
        people.of(actor.booksId()).stream()
            .map(a -> new ColleagueView(a.personId(), a.name()))
            .toList(),
        responsible.all(actor.booksId()));
  }

  /** Names who looks after something; anybody who posts may take it over or give it away. */
  @PutMapping
  @PreAuthorize("hasAuthority('POST')")
  KeptView keep(@AuthenticationPrincipal Actor actor, @RequestBody ResponsibleRequest request) {
    return new KeptView(
        responsible.keep(actor, request.subject(), request.id(), request.personId()));
  }
}
