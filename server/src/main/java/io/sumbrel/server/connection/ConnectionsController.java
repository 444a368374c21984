package io.sumbrel.server.connection;

import io.sumbrel.server.people.Actor;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.springframework.http.HttpStatus;
import org.springframework.security.access.prepost.PreAuthorize;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/connections")
class ConnectionsController {
  private final List<Connection> connections;
  private final FetchFiles fetchFiles;
  private final Attempts attempts;
  private final FetchTimes fetchTimes;
  private final WatchedFolder watchedFolder;

  ConnectionsController(
      List<Connection> connections,
      FetchFiles fetchFiles,
      Attempts attempts,
      FetchTimes fetchTimes,
      WatchedFolder watchedFolder) {
    this.connections = connections;
    this.fetchFiles = fetchFiles;
    this.attempts = attempts;
    this.fetchTimes = fetchTimes;
    this.watchedFolder = watchedFolder;
  }

  /**
   * A connection, and how the last attempts at it went.
   *
   * @param asked whether it is asked for files; into a watched folder they come by themselves
   * @param times at which it is asked by itself
   */
  record ConnectionView(
      String name,
      boolean asked,
      List<String> times,
      Optional<Attempts.Attempt> lastSuccess,
      Optional<Attempts.Attempt> lastFailure) {}

  @GetMapping
  List<ConnectionView> connections(@AuthenticationPrincipal Actor actor) {
    return Stream.concat(
            connections.stream().map(c -> view(actor.booksId(), c.name(), true)),
            Stream.of(WatchedFolder.NAME)
                .filter(n -> watchedFolder.isConfigured())
                .map(n -> view(actor.booksId(), n, false)))
        .toList();
  }

  private ConnectionView view(long booksId, String name, boolean asked) {
    return new ConnectionView(
        name,
        asked,
        fetchTimes.of(booksId, name).map(k -> k.times().words()).orElse(List.of()),
        attempts.last(booksId, name, false),
        attempts.last(booksId, name, true));
  }

  /** Times of the day, such as 06:30. */
  record TimesRequest(List<String> times) {}

  @PutMapping("/{name}/times")
  @PreAuthorize("hasAuthority('SET_UP')")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void keepTimes(
      @AuthenticationPrincipal Actor actor,
      @PathVariable String name,
      @RequestBody TimesRequest request) {
    fetchTimes.keep(actor, fetchFiles.named(name).name(), SetTimes.of(request.times()));
  }

  @PostMapping("/{name}/fetching")
  @PreAuthorize("hasAuthority('BRING_IN')")
  Attempts.Attempt fetch(
      @AuthenticationPrincipal Actor actor,
      @PathVariable String name,
      @RequestBody FetchFiles.Range range) {
    return fetchFiles.fetch(actor, name, range);
  }
}
