package io.sumbrel.server.connection;

import io.sumbrel.server.people.Actor;
import java.util.List;
import java.util.Optional;
import org.springframework.security.access.prepost.PreAuthorize;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/connections")
class ConnectionsController {
  private final List<Connection> connections;
  private final FetchFiles fetchFiles;
  private final Attempts attempts;

  ConnectionsController(List<Connection> connections, FetchFiles fetchFiles, Attempts attempts) {
    this.connections = connections;
    this.fetchFiles = fetchFiles;
    this.attempts = attempts;
  }

  /** A connection, and how the last attempts at it went. */
  record ConnectionView(
      String name,
      Optional<Attempts.Attempt> lastSuccess,
      Optional<Attempts.Attempt> lastFailure) {}

  @GetMapping
  List<ConnectionView> connections(@AuthenticationPrincipal Actor actor) {
    return connections.stream()
        .map(
            c ->
                new ConnectionView(
                    c.name(),
                    attempts.last(actor.booksId(), c.name(), false),
                    attempts.last(actor.booksId(), c.name(), true)))
        .toList();
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
