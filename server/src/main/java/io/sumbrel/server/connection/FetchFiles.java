package io.sumbrel.server.connection;

import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.server.arrivals.BringIn;
import io.sumbrel.server.people.Actor;
import java.io.IOException;
import java.io.InputStream;
import java.time.LocalDate;
import java.util.List;
import org.springframework.stereotype.Component;

/**
 * Fetches the files of a range of days. Each comes in by itself: what was fetched before a line
 * breaks stays, and the next attempt brings the rest.
 */
@Component
public class FetchFiles {
  static final int MOST_DAYS = 92;

  private final List<Connection> connections;
  private final BringIn bringIn;
  private final Attempts attempts;

  FetchFiles(List<Connection> connections, BringIn bringIn, Attempts attempts) {
    this.connections = connections;
    this.bringIn = bringIn;
    this.attempts = attempts;
  }

  /** Days from one to another, both included. */
  public record Range(LocalDate from, LocalDate to) {
    void require() {
      if (from.isAfter(to) || from.plusDays(MOST_DAYS).isBefore(to)) {
        throw new Refusal(
            "range", "Fetch the files of up to %d days, the first day first.".formatted(MOST_DAYS));
      }
    }
  }

  /** What an attempt brought; a failure is a sentence. */
  record Outcome(int brought, int known, String failure) {
    boolean isSomething() {
      return brought + known > 0 || !failure.isEmpty();
    }
  }

  /**
   * @throws Refusal {@code no-connection}, {@code range}
   */
  Attempts.Attempt fetch(Actor actor, String name, Range range) {
    range.require();
    return attempts.keep(actor, name, range, bring(actor, named(name), range));
  }

  /**
   * @throws Refusal {@code no-connection}
   */
  Connection named(String name) {
    return connections.stream()
        .filter(c -> c.name().equals(name))
        .findFirst()
        .orElseThrow(() -> new Refusal("no-connection", "There is no connection " + name + "."));
  }

  private Outcome bring(Actor actor, Connection connection, Range range) {
    int brought = 0;
    int known = 0;
    try {
      for (Connection.Offered file : connection.offers(actor.booksId(), range.from(), range.to())) {
        try (InputStream content = file.open()) {
          bringIn.bringIn(actor, file.fileName(), content);
          brought++;
        } catch (Refusal e) {
          if (!e.code().equals("same-file")) {
            throw e;
          }
          known++;
        }
      }
      return new Outcome(brought, known, "");
    } catch (IOException | Refusal e) {
      return new Outcome(brought, known, e.getMessage());
    }
  }
}
