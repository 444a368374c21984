package io.sumbrel.server.desk;

import io.sumbrel.core.difference.Authority;
import io.sumbrel.core.receipt.MoneyIn;
import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.core.tape.TapeLine;
import io.sumbrel.server.audit.AuditRecord;
import io.sumbrel.server.ledger.Claims;
import io.sumbrel.server.people.Actor;
import io.sumbrel.server.receipt.MoneyLine;
import io.sumbrel.server.receipt.MoneyLines;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/**
 * What goes beyond somebody's own limits waits for a second person, who posts it or sends it back.
 * Whoever made a tape never approves it.
 */
@Component
class SecondPerson {
  private static final int MOST_WORDS = 400;

  /** What a second person mends. */
  private static final Set<String> BEYOND = Set.of("over-limit", "second-person", "release");

  private final MoneyLines moneyLines;
  private final Claims claims;
  private final Drafts drafts;
  private final PostTape postTape;
  private final AuditRecord audit;

  SecondPerson(
      MoneyLines moneyLines, Claims claims, Drafts drafts, PostTape postTape, AuditRecord audit) {
    this.moneyLines = moneyLines;
    this.claims = claims;
    this.drafts = drafts;
    this.postTape = postTape;
    this.audit = audit;
  }

  /**
   * Lets a tape wait for a second person.
   *
   * @return why it needs one
   * @throws Refusal {@code no-need} when it is within the limits of its maker; what no second
   *     person can mend is refused as it would be if it were posted
   */
  @Transactional
  String ask(Actor maker, MoneyInId id, List<LineView> drafted) {
    MoneyLine line = postTape.explainable(maker, id);
    MoneyIn money = line.moneyIn();
    claims.requireUnclaimed(id, " Your tape is kept.");
    List<TapeLine> lines = postTape.lines(maker, drafted, money);
    Refusal beyond = beyond(() -> postTape.judge(maker, line, lines, maker.authority(), false));
    postTape.judge(maker, line, lines, Authority.SUPERVISOR, true);
    drafts.keep(maker, id, drafted, false);
    drafts.letWait(maker, id, beyond.getMessage());
    audit.append(maker, "second-person-asked", money.words(), beyond.getMessage());
    return beyond.getMessage();
  }

  /**
   * Why somebody may not post a tape alone that another may.
   *
   * @param judged the tape judged as if its maker posted it
   * @throws Refusal {@code no-need}, or what no second person can mend
   */
  static Refusal beyond(Runnable judged) {
    try {
      judged.run();
    } catch (Refusal e) {
      if (BEYOND.contains(e.code())) {
        return e;
      }
      throw e;
    }
    throw new Refusal("no-need", "This is within your own limits; post it.");
  }

  /**
   * Posts what waits, with both names.
   *
   * @throws Refusal {@code not-waiting}, {@code own-tape}, and whatever forbids to post it now
   */
  @Transactional
  Posted approve(
      Actor approver, MoneyInId id, long makerId, String key, Optional<WhatWasSaid.Said> said) {
    Drafts.Draft draft = drafts.waiting(approver, id, makerId);
    requireAnother(approver, makerId);
    Posted posted =
        postTape.post(
            approver,
            id,
            new PostTape.PostingRequest(
                draft.lines(), Optional.empty(), Optional.empty(), Optional.empty()),
            key,
            said,
            Optional.of(draft.person()));
    drafts.drop(draft.personId(), id);
    return posted;
  }

  /**
   * Gives a tape back to its maker with a word.
   *
   * @throws Refusal {@code not-waiting}, {@code own-tape}, {@code no-words}
   */
  @Transactional
  void sendBack(Actor approver, MoneyInId id, long makerId, String words) {
    requireWords(words);
    drafts.waiting(approver, id, makerId);
    requireAnother(approver, makerId);
    drafts.sendBack(id, makerId, words.strip());
    MoneyIn money = moneyLines.find(approver.booksId(), id).moneyIn();
    audit.append(approver, "sent-back", money.words(), words.strip());
  }

  static void requireWords(String words) {
    if (words.isBlank() || words.length() > MOST_WORDS) {
      throw new Refusal("no-words", "Say in up to %d letters why.".formatted(MOST_WORDS));
    }
  }

  static void requireAnother(Actor approver, long makerId) {
    if (approver.personId() == makerId) {
      throw new Refusal("own-tape", "Whoever made a tape does not approve it.");
    }
  }
}
