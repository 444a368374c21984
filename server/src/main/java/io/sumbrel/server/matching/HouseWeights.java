package io.sumbrel.server.matching;

import io.sumbrel.core.matching.weights.HouseFit;
import io.sumbrel.core.matching.weights.Lesson;
import io.sumbrel.core.matching.weights.Weights;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.server.audit.AuditRecord;
import io.sumbrel.server.people.Actor;
import jakarta.persistence.EntityManager;
import java.time.Clock;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** The weights of the matching in a set of books: as shipped, or fitted on its own decisions. */
@Component
public class HouseWeights {
  private static final String SUBJECT = "the house";

  private final EntityManager entities;
  private final Clock clock;
  private final DecisionRecord decisions;
  private final AuditRecord audit;

  HouseWeights(EntityManager entities, Clock clock, DecisionRecord decisions, AuditRecord audit) {
    this.entities = entities;
    this.clock = clock;
    this.decisions = decisions;
    this.audit = audit;
  }

  /** What the last fit showed. */
  record Fit(String trial, Instant at, String by, boolean taken) {}

  @Transactional(readOnly = true)
  public Weights of(long booksId) {
    return row(booksId).map(r -> Weights.read(r.weights)).orElse(Weights.SHIPPED);
  }

  @Transactional(readOnly = true)
  Optional<Fit> lastFit(long booksId) {
    return row(booksId)
        .map(
            r ->
                new Fit(
                    r.trial,
                    r.fittedAt,
                    r.fittedBy,
                    !Weights.read(r.weights).equals(Weights.SHIPPED)));
  }

  private Optional<HouseWeightsRow> row(long booksId) {
    return Optional.ofNullable(entities.find(HouseWeightsRow.class, booksId));
  }

  /**
   * Fits the weights on what the house decided, and takes them where they read it better.
   *
   * @throws Refusal {@code few-decisions} when they would follow chance
   */
  @Transactional
  void fit(Actor actor) {
    List<Lesson> lessons = decisions.lessons(actor.booksId());
    if (lessons.size() < HouseFit.FEWEST) {
      throw new Refusal(
          "few-decisions",
          "Weights are fitted from %,d decisions on; %,d stand in these books."
              .formatted(HouseFit.FEWEST, lessons.size()));
    }
    HouseFit fit = HouseFit.of(lessons);
    HouseWeightsRow row = new HouseWeightsRow();
    row.booksId = actor.booksId();
    row.weights = fit.weights().written();
    row.trial = fit.words();
    row.fittedAt = clock.instant().truncatedTo(ChronoUnit.MILLIS);
    row.fittedBy = actor.name();
    entities.merge(row);
    audit.append(actor, "weights-fitted", SUBJECT, fit.words());
  }

  /** Goes back to the weights as shipped. */
  @Transactional
  void drop(Actor actor) {
    row(actor.booksId())
        .ifPresent(
            r -> {
              entities.remove(r);
              audit.append(actor, "weights-fitted", SUBJECT, "as shipped");
            });
  }
}
