package io.sumbrel.server.persistence;

import jakarta.persistence.EntityManager;
import java.util.Iterator;
import java.util.List;
import java.util.NoSuchElementException;
import java.util.Optional;
import java.util.Spliterators;
import java.util.function.BiFunction;
import java.util.function.Function;
import java.util.function.Supplier;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import java.util.stream.StreamSupport;
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
  private final Beside beside;

  Pieces(EntityManager entities, Beside beside) {
    this.entities = entities;
    this.beside = beside;
  }

  /**
   * What is read, in its order; each reading of it begins anew.
   *
   * @param next the piece that follows the last of the piece before; it is the last where it has
   *     fewer than {@link #SIZE}
   */
  public <T> Iterable<T> inTurn(BiFunction<StatelessSession, Optional<T>, List<T>> next) {
    return () -> each(pieces(next));
  }

  /**
   * What is made of each row that is read: by another thread, while the next piece is read.
   *
   * @param made reads nothing, and may be asked of several rows at once
   */
  public <T, R> Iterable<R> inTurn(
      BiFunction<StatelessSession, Optional<T>, List<T>> next, Function<T, R> made) {
    return () -> each(ahead(pieces(next), piece -> piece.stream().map(made).toList()));
  }

  private <T> Iterator<List<T>> pieces(BiFunction<StatelessSession, Optional<T>, List<T>> next) {
    return Stream.iterate(
            read(next, Optional.empty()),
            piece -> !piece.isEmpty(),
            piece ->
                piece.size() < SIZE
                    ? List.<T>of()
                    : read(next, Optional.of(piece.get(piece.size() - 1))))
        .iterator();
  }

  private static <T> Iterator<T> each(Iterator<List<T>> pieces) {
    return StreamSupport.stream(Spliterators.spliteratorUnknownSize(pieces, 0), false)
        .flatMap(List::stream)
        .iterator();
  }

  private <T, R> Iterator<R> ahead(Iterator<T> read, Function<T, R> made) {
    return new Iterator<>() {
      private Optional<Supplier<R>> waiting = begun();

      private Optional<Supplier<R>> begun() {
        if (!read.hasNext()) {
          return Optional.empty();
        }
        T piece = read.next();
        return Optional.of(beside.begin(() -> made.apply(piece)));
      }

      @Override
      public boolean hasNext() {
        return waiting.isPresent();
      }

      @Override
      public R next() {
        Supplier<R> now = waiting.orElseThrow(NoSuchElementException::new);
        waiting = begun();
        return now.get();
      }
    };
  }

  /** Keys that are known, by piece. */
  public <T> List<List<T>> of(List<T> keys) {
    return IntStream.range(0, (keys.size() + SIZE - 1) / SIZE)
        .mapToObj(i -> keys.subList(i * SIZE, Math.min(keys.size(), (i + 1) * SIZE)))
        .toList();
  }

  /** One piece by itself. */
  public <T> List<T> read(Function<StatelessSession, List<T>> piece) {
    return read((reading, last) -> piece.apply(reading), Optional.empty());
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
