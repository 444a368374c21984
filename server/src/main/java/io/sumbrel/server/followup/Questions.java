package io.sumbrel.server.followup;

import io.sumbrel.core.question.Question;
import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.server.audit.AuditRecord;
import io.sumbrel.server.books.Houses;
import io.sumbrel.server.deposit.WaitingForTie;
import io.sumbrel.server.ledger.Claims;
import io.sumbrel.server.people.Actor;
import io.sumbrel.server.receipt.MoneyLine;
import io.sumbrel.server.receipt.MoneyLines;
import jakarta.persistence.EntityManager;
import java.time.LocalDate;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** What was asked whom about sums that nobody can explain yet; they come back on their day. */
@Component
public class Questions {
  private final EntityManager entities;
  private final WaitingForTie waiting;
  private final Claims claims;
  private final Houses houses;
  private final AuditRecord audit;
  private final MoneyLines moneyLines;

  Questions(
      EntityManager entities,
      WaitingForTie waiting,
      Claims claims,
      Houses houses,
      AuditRecord audit,
      MoneyLines moneyLines) {
    this.entities = entities;
    this.waiting = waiting;
    this.claims = claims;
    this.houses = houses;
    this.audit = audit;
    this.moneyLines = moneyLines;
  }

  /**
   * @param name who exactly; may be empty
   */
  record QuestionRequest(Question.Whom whom, String name, String words, LocalDate nextLook) {}

  /**
   * Something that was asked about a sum in the pile.
   *
   * @param whom in words
   * @param due whether its day has come
   */
  public record QuestionView(
      long moneyInId,
      String payer,
      String currency,
      long amountMinor,
      LocalDate date,
      String whom,
      String words,
      String person,
      LocalDate askedOn,
      LocalDate nextLook,
      boolean due) {}

  /**
   * Keeps what is asked; asked again, the older question gives way.
   *
   * @return what was done, in words
   * @throws Refusal those of {@link Question}, {@code claimed}, and what forbids to explain the sum
   */
  @Transactional
  public String ask(Actor actor, MoneyInId id, QuestionRequest request) {
    moneyLines.lock(id);
    MoneyLine line = explainable(actor, id);
    claims.requireUnclaimed(id, "");
    Question question =
        new Question(
            id,
            request.whom(),
            request.name(),
            request.words(),
            houses.businessDate(actor.booksId()),
            request.nextLook());
    QuestionRow row = new QuestionRow();
    row.moneyInId = id.number();
    row.booksId = actor.booksId();
    row.whom = question.whom();
    row.name = question.name();
    row.words = question.words();
    row.person = actor.name();
    row.askedOn = question.askedOn();
    row.nextLook = question.nextLook();
    entities.merge(row);
    String done =
        "Asked %s about %s of %s, to be looked at on %s"
            .formatted(
                question.whomWords(), line.moneyIn().words(), line.payer(), question.nextLook());
    audit.append(actor, "question-asked", done, question.words());
    return done;
  }

  private MoneyLine explainable(Actor actor, MoneyInId id) {
    MoneyLine line = moneyLines.counting(actor.booksId(), id);
    waiting.requireNotWaiting(id);
    return line;
  }

  /**
   * It needs no answer any more.
   *
   * @throws Refusal {@code not-asked}
   */
  @Transactional
  public String answered(Actor actor, MoneyInId id) {
    QuestionRow row = entities.find(QuestionRow.class, id.number());
    if (row == null || row.booksId != actor.booksId()) {
      throw new Refusal("not-asked", "Nothing is asked about this sum.");
    }
    entities.remove(row);
    MoneyLine line = moneyLines.find(actor.booksId(), id);
    String done =
        "Answered: what %s was asked about %s of %s"
            .formatted(row.toFact().whomWords(), line.moneyIn().words(), line.payer());
    audit.append(actor, "question-answered", done, "");
    return done;
  }

  /** All about sums that are to be explained, those first whose day comes first. */
  @Transactional(readOnly = true)
  public List<QuestionView> all(long booksId) {
    List<QuestionRow> rows =
        entities
            .createQuery(
                """
                select q from QuestionRow q join MoneyInRow m on m.id = q.moneyInId
                where q.booksId = :b and m.standing = COUNTS
                  and not exists (select 1 from ClaimRow c where c.moneyInId = q.moneyInId)
                """,
                QuestionRow.class)
            .setParameter("b", booksId)
            .getResultList();
    Map<MoneyInId, MoneyLine> lines =
        moneyLines
            .some(booksId, rows.stream().map(r -> new MoneyInId(r.moneyInId)).toList())
            .stream()
            .collect(Collectors.toMap(l -> l.moneyIn().id(), Function.identity()));
    LocalDate today = houses.businessDate(booksId);
    return rows.stream()
        .map(r -> view(r, lines.get(new MoneyInId(r.moneyInId)), today))
        .sorted(Comparator.comparing(QuestionView::nextLook).thenComparing(QuestionView::moneyInId))
        .toList();
  }

  private static QuestionView view(QuestionRow row, MoneyLine line, LocalDate today) {
    Question question = row.toFact();
    return new QuestionView(
        row.moneyInId,
        line.payer(),
        line.moneyIn().currency().getCurrencyCode(),
        line.moneyIn().amountMinor(),
        line.moneyIn().bookingDate(),
        question.whomWords(),
        question.words(),
        row.person,
        question.askedOn(),
        question.nextLook(),
        question.isDue(today));
  }

  /** That of one sum. */
  @Transactional(readOnly = true)
  public Optional<QuestionView> of(long booksId, MoneyLine line) {
    return Optional.ofNullable(entities.find(QuestionRow.class, line.moneyIn().id().number()))
        .map(r -> view(r, line, houses.businessDate(booksId)));
  }

  /** A text to begin with. */
  @Transactional(readOnly = true)
  public String draft(Actor actor, MoneyInId id, Question.Whom whom) {
    MoneyLine line = explainable(actor, id);
    return Question.draft(whom, line.moneyIn(), line.payer(), houses.name(actor.booksId()));
  }
}
