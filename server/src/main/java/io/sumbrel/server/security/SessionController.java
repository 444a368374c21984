package io.sumbrel.server.security;

import io.sumbrel.core.money.Currencies;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.server.books.Houses;
import io.sumbrel.server.http.OpenNetwork;
import io.sumbrel.server.people.Actor;
import io.sumbrel.server.people.Bundle;
import io.sumbrel.server.people.People;
import io.sumbrel.server.people.Right;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.servlet.http.HttpSession;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.http.HttpStatus;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.security.core.context.SecurityContext;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.security.web.context.SecurityContextRepository;
import org.springframework.security.web.csrf.CsrfTokenRepository;
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
  private static final Logger LOG = LoggerFactory.getLogger(SessionController.class);

  private final People people;
  private final Houses books;
  private final OpenNetwork network;
  private final SecurityContextRepository contexts;
  private final CsrfTokenRepository csrf;
  private final SignInPace pace;
  private final Sessions sessions;
  private final SignInRecord record;
  private final boolean demo;
  private final boolean standIn;

  SessionController(
      People people,
      Houses books,
      OpenNetwork network,
      SecurityContextRepository contexts,
      CsrfTokenRepository csrf,
      SignInPace pace,
      Sessions sessions,
      SignInRecord record,
      @Value("${sumbrel.demo}") boolean demo,
      @Value("${sumbrel.standin}") boolean standIn) {
    this.people = people;
    this.books = books;
    this.network = network;
    this.contexts = contexts;
    this.csrf = csrf;
    this.pace = pace;
    this.sessions = sessions;
    this.record = record;
    this.demo = demo;
    this.standIn = standIn;
  }

  record Credentials(String name, String password) {}

  record DemoPerson(String name, String bundle, String password) {}

  /**
   * @param firstStart whether nobody can sign in yet, because the house is to be set up
   * @param codeWanted whether the code from the console is asked for then
   * @param simulatedBank whether a bank that stands in for one has a page
   * @param decimals of every currency that has not two, by its code (ISO 4217)
   * @param demoPeople who may be tried, in the demonstration house only
   */
  record SessionView(
      boolean signedIn,
      boolean firstStart,
      boolean codeWanted,
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
                  .filter(p -> People.OF_THE_DEMO.contains(p.name()) && !p.rights().isEmpty())
                  .map(
                      p ->
                          new DemoPerson(
                              p.name(),
                              Bundle.of(p.rights()).map(Bundle::name).orElse(""),
                              People.DEMO_PASSWORD))
                  .toList()
              : List.of();
      return new SessionView(
          false,
          people.isEmpty(),
          !network.isLoopback(),
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
        false,
        actor.name(),
        actor.rights().stream().sorted().toList(),
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
    String address = request.getRemoteAddr();
    Actor actor =
        pace.attempt(
                credentials.name(),
                address,
                () -> people.signIn(credentials.name(), credentials.password()))
            .orElseThrow(() -> refused(credentials.name(), address));
    pace.succeeded(credentials.name());
    HttpSession session = request.getSession(true);
    request.changeSessionId();
    sessions.begin(actor, session);
    SecurityContext context = SecurityContextHolder.createEmptyContext();
    context.setAuthentication(RightsOfNow.authentication(actor));
    SecurityContextHolder.setContext(context);
    contexts.saveContext(context, request, response);
    // what was asked for before belongs to nobody; the next request is given a new one
    csrf.saveToken(null, request, response);
    recorded(() -> record.entered(actor, address));
    return session(actor);
  }

  /** To look goes on where nothing can be kept: then the log alone says so. */
  private static void recorded(Runnable act) {
    try {
      act.run();
    } catch (RuntimeException e) {
      LOG.error("a sign-in could not be recorded: {}", e.getMessage());
    }
  }

  /** Answered alike for a name that nobody has; what is known of it stands in the record. */
  private Refusal refused(String name, String address) {
    pace.failed(name, address);
    LOG.warn("a sign-in from {} was refused", address);
    recorded(() -> record.refused(name, address));
    return new Refusal("sign-in", "The name or the password is not right.");
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
