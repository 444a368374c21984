package io.sumbrel.server.persistence;

import jakarta.persistence.EntityManager;
import java.util.List;
import java.util.Optional;
import java.util.function.BiFunction;
import java.util.stream.Stream;
import org.hibernate.Session;
import org.hibernate.StatelessSession;
import org.springframework.stereotype.Component;

/**
 * Reads very many rows piece by piece, past the persistence context, in the transaction at hand: no
 * more than a piece is held at a time. A piece is asked for as a list: of a stream the session
 * would clear its books after each row.
 */
@Component
public class Pieces {
  /** So many rows are read at once. */
  public static final int SIZE = 1_000;

  private final EntityManager entities;

  Pieces(EntityManager entities) {
    this.entities = entities;
  }

  /**
   * What is read, in its order; each reading of it begins anew.
   *
   * @param next the piece that follows the last of the piece before; it is the last where it has
   *     fewer than {@link #SIZE}
   */
  public <T> Iterable<T> inTurn(BiFunction<StatelessSession, Optional<T>, List<T>> next) {
    return () ->
        Stream.iterate(
                read(next, Optional.empty()),
                piece -> !piece.isEmpty(),
                piece ->
                    piece.size() < SIZE
                        ? List.<T>of()
                        : read(next, Optional.of(piece.get(piece.size() - 1))))
            .flatMap(List::stream)
            .iterator();
  }

  private <T> List<T> read(
      BiFunction<StatelessSession, Optional<T>, List<T>> next, Optional<T> last) {
    Session session = entities.unwrap(Session.class);
    return session.doReturningWork(
        connection -> {
          try (StatelessSession reading =
              session.getSessionFactory().openStatelessSession(connection)) {
            return next.apply(reading, last);
          }
        });
  }
}
