package io.sumbrel.server.security;

import io.sumbrel.core.money.Currencies;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.server.books.Houses;
import io.sumbrel.server.people.Actor;
import io.sumbrel.server.people.People;
import io.sumbrel.server.people.Right;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.http.HttpStatus;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.security.core.authority.SimpleGrantedAuthority;
import org.springframework.security.core.context.SecurityContext;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.security.web.context.SecurityContextRepository;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/session")
class SessionController {
  private final People people;
  private final Houses books;
  private final SecurityContextRepository contexts;
  private final boolean demo;
  private final boolean standIn;

  SessionController(
      People people,
      Houses books,
      SecurityContextRepository contexts,
      @Value("${sumbrel.demo}") boolean demo,
      @Value("${sumbrel.standin}") boolean standIn) {
    this.people = people;
    this.books = books;
    this.contexts = contexts;
    this.demo = demo;
    this.standIn = standIn;
  }

  record Credentials(String name, String password) {}

  record DemoPerson(String name, String bundle, String password) {}

  /**
   * @param firstStart whether nobody can sign in yet, because the house is to be set up
   * @param simulatedBank whether a bank that stands in for one has a page
   * @param decimals of every currency that has not two, by its code (ISO 4217)
   * @param demoPeople who may be tried, in the demonstration house only
   */
  record SessionView(
      boolean signedIn,
      boolean firstStart,
      String name,
      List<Right> rights,
      String books,
      Optional<LocalDate> businessDate,
      boolean simulatedBank,
      Map<String, Integer> decimals,
      List<DemoPerson> demoPeople) {}

  @GetMapping
  SessionView session(@AuthenticationPrincipal Actor actor) {
    if (actor == null) {
      List<DemoPerson> demoPeople =
          demo
              ? people.all().stream()
                  .map(p -> new DemoPerson(p.name(), p.bundle().name(), People.DEMO_PASSWORD))
                  .toList()
              : List.of();
      return new SessionView(
          false,
          people.isEmpty(),
          "",
          List.of(),
          "",
          Optional.empty(),
          false,
          Map.of(),
          demoPeople);
    }
    return new SessionView(
        true,
        false,
        actor.name(),
        List.copyOf(actor.bundle().rights()),
        books.name(actor.booksId()),
        Optional.of(books.businessDate(actor.booksId())),
        standIn,
        Currencies.unusualDecimals(),
        List.of());
  }

  @PostMapping
  SessionView signIn(
      @RequestBody Credentials credentials,
      HttpServletRequest request,
      HttpServletResponse response) {
    Actor actor =
        people
            .signIn(credentials.name(), credentials.password())
            .orElseThrow(() -> new Refusal("sign-in", "The name or the password is not right."));
    request.getSession(true);
    request.changeSessionId();
    SecurityContext context = SecurityContextHolder.createEmptyContext();
    context.setAuthentication(
        new UsernamePasswordAuthenticationToken(
            actor,
            null,
            actor.bundle().rights().stream()
                .map(r -> new SimpleGrantedAuthority(r.name()))
                .toList()));
    SecurityContextHolder.setContext(context);
    contexts.saveContext(context, request, response);
    return session(actor);
  }

  @DeleteMapping
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void signOut(HttpServletRequest request) {
    var session = request.getSession(false);
    if (session != null) {
      session.invalidate();
    }
  }
}
