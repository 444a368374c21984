package io.sumbrel.server.matching;

import io.sumbrel.core.learning.Decision;
import io.sumbrel.core.learning.TrackRecord;
import io.sumbrel.core.matching.weights.HouseFit;
import io.sumbrel.core.matching.weights.Lesson;
import jakarta.persistence.EntityManager;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** How every posted tape came about. */
@Component
public class DecisionRecord {
  private static final String STANDS =
      " not exists (select 1 from posting t where t.turns_back_id = d.posting_id) ";
  private static final String LESSONS =
      " from decision d join posting p on p.id = d.posting_id"
          + " where d.books_id = :b and d.lesson is not null and"
          + STANDS;

  private final EntityManager entities;

  DecisionRecord(EntityManager entities) {
    this.entities = entities;
  }

  /** Keeps it with its posting, in the caller's transaction. */
  @Transactional(propagation = Propagation.MANDATORY)
  public void keep(long booksId, long postingId, Decision decision, Optional<Lesson> lesson) {
    DecisionRow row = new DecisionRow();
    row.postingId = postingId;
    row.booksId = booksId;
    row.hand = decision.hand();
    row.ground = decision.ground().orElse(null);
    row.saidPerMillion = decision.saidPerMillion();
    row.lesson = lesson.map(Lesson::written).orElse(null);
    entities.persist(row);
  }

  /**
   * A tape was corrected: what was decided about its items is decided still, and teaches the same.
   *
   * @param asItWas whether nothing of it is another but its words
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public void carryOver(long fromPosting, long toPosting, boolean asItWas) {
    DecisionRow from = entities.find(DecisionRow.class, fromPosting);
    if (from != null) {
      DecisionRow row = new DecisionRow();
      row.postingId = toPosting;
      row.booksId = from.booksId;
      row.hand = from.hand.isAsPlanned() && !asItWas ? Decision.Hand.CHANGED : from.hand;
      row.ground = from.ground;
      row.saidPerMillion = from.saidPerMillion;
      row.lesson = from.lesson;
      entities.persist(row);
    }
  }

  /** By postings; those from before decisions were kept have none. */
  @Transactional(readOnly = true)
  public Map<Long, Decision> some(List<Long> postings) {
    return postings.isEmpty()
        ? Map.of()
        : entities
            .createQuery("from DecisionRow where postingId in :ids", DecisionRow.class)
            .setParameter("ids", postings)
            .getResultStream()
            .collect(Collectors.toMap(r -> r.postingId, DecisionRow::toFact));
  }

  @Transactional(readOnly = true)
  public Optional<Decision> of(long postingId) {
    return Optional.ofNullable(entities.find(DecisionRow.class, postingId))
        .map(DecisionRow::toFact);
  }

  /** What the plan said of all that was decided; what was turned back was not right. */
  @Transactional(readOnly = true)
  TrackRecord trackRecord(long booksId) {
    List<TrackRecord.Judged> judged = new ArrayList<>();
    for (Object row :
        entities
            .createNativeQuery(
                "select d.hand, d.said_per_million, case when"
                    + STANDS
                    + "then 1 else 0 end from decision d where d.books_id = :b")
            .setParameter("b", booksId)
            .getResultList()) {
      Object[] cells = (Object[]) row;
      boolean planned = Decision.Hand.valueOf((String) cells[0]).isAsPlanned();
      boolean stands = ((Number) cells[2]).intValue() == 1;
      judged.add(new TrackRecord.Judged(((Number) cells[1]).intValue(), planned && stands));
    }
    return new TrackRecord(judged);
  }

  /** How many decisions stand and teach something. */
  @Transactional(readOnly = true)
  int lessonCount(long booksId) {
    Number count =
        (Number)
            entities
                .createNativeQuery("select count(*)" + LESSONS)
                .setParameter("b", booksId)
                .getSingleResult();
    return count.intValue();
  }

  /** What stands and teaches something, in the order of posting; the newest of too many. */
  @Transactional(readOnly = true)
  List<Lesson> lessons(long booksId) {
    List<Lesson> lessons = new ArrayList<>();
    for (Object written :
        entities
            .createNativeQuery("select d.lesson" + LESSONS + "order by p.posted_at desc, p.id desc")
            .setParameter("b", booksId)
            .setMaxResults(HouseFit.MOST)
            .getResultList()) {
      lessons.add(Lesson.read((String) written));
    }
    Collections.reverse(lessons);
    return lessons;
  }
}
