package io.sumbrel.server.desk;

import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.server.people.Actor;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Component;

/**
 * Many tapes posted one after the other, each an act of its own: one that is refused leaves the
 * others as they are. What the plan said is asked for once for all of them.
 */
@Component
class PostTogether {
  /** So many at once; a browser asks for some, shows how they went, and asks for more. */
  private static final int MOST = 100;

  private final PostTape postTape;
  private final WhatWasSaid whatWasSaid;

  PostTogether(PostTape postTape, WhatWasSaid whatWasSaid) {
    this.postTape = postTape;
    this.whatWasSaid = whatWasSaid;
  }

  /**
   * @param key names the posting: sent again, it is answered and not posted again
   */
  record TapeOfMany(long moneyInId, String key, PostTape.PostingRequest posting) {}

  record ManyRequest(List<TapeOfMany> tapes) {}

  /**
   * How one went.
   *
   * @param posted empty where it was refused
   * @param code of the refusal; else empty
   * @param sentence why; else empty
   */
  record OutcomeView(long moneyInId, Optional<Posted> posted, String code, String sentence) {}

  /**
   * @return an outcome for each, in the order in which they were given
   * @throws Refusal {@code too-many}
   */
  List<OutcomeView> post(Actor actor, List<TapeOfMany> tapes) {
    if (tapes.size() > MOST) {
      throw new Refusal("too-many", "At most %d tapes are posted at once.".formatted(MOST));
    }
    Map<MoneyInId, WhatWasSaid.Said> said =
        whatWasSaid.of(actor, tapes.stream().map(t -> new MoneyInId(t.moneyInId)).toList());
    List<OutcomeView> outcomes = new ArrayList<>();
    for (TapeOfMany tape : tapes) {
      MoneyInId id = new MoneyInId(tape.moneyInId);
      outcomes.add(post(actor, tape, Optional.ofNullable(said.get(id))));
    }
    return outcomes;
  }

  private OutcomeView post(Actor actor, TapeOfMany tape, Optional<WhatWasSaid.Said> said) {
    try {
      Posted posted =
          postTape.post(
              actor, new MoneyInId(tape.moneyInId), tape.posting, tape.key, said, Optional.empty());
      return new OutcomeView(tape.moneyInId, Optional.of(posted), "", "");
    } catch (Refusal e) {
      return new OutcomeView(tape.moneyInId, Optional.empty(), e.code(), e.getMessage());
    }
  }
}
