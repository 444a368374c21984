package io.sumbrel.core.learning;

import io.sumbrel.core.evidence.Evidence;
import io.sumbrel.core.matching.Plan;
import io.sumbrel.core.matching.Proposal;
import io.sumbrel.core.openitem.ItemId;
import io.sumbrel.core.tape.Tape;
import io.sumbrel.core.tape.TapeLine;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * How the explanation of a sum came about: by whose hand, what it rests on, and how sure the plan
 * was of its own way then.
 *
 * @param ground empty where nothing that was proposed went into it
 * @param saidPerMillion of the way that the plan took, in parts of a million; 0 when it took none
 */
public record Decision(Hand hand, Optional<Ground> ground, int saidPerMillion) {

  /** Who made it what it is. */
  public enum Hand {
    FROM_THE_LIST("posted as sure"),
    ACCEPTED("accepted as proposed"),
    CHOSEN("another way chosen"),
    CHANGED("proposed and changed"),
    BY_HAND("by hand");

    private final String words;

    Hand(String words) {
      this.words = words;
    }

    public String words() {
      return words;
    }

    /** Whether it is the very way that the plan took. */
    public boolean isAsPlanned() {
      return this == FROM_THE_LIST || this == ACCEPTED;
    }
  }

  /** What a proposal rests on most. */
  public enum Ground {
    STATED("by what the payer states"),
    NUMBERS("by number"),
    LIST("by a list"),
    REMEMBERED("by a remembered payer"),
    AMOUNT("by payer and amount"),
    ACCOUNT("by an account that was proposed"),
    TRANSFER("as an own transfer"),
    RETURN("as a returned payment"),
    REFUND("as a refund");

    private final String words;

    Ground(String words) {
      this.words = words;
    }

    public String words() {
      return words;
    }
  }

  /**
   * @param row what the plan said of the sum
   * @param posted the lines of the tape
   * @param fromTheList whether it was posted with all that was sure, without being opened
   */
  public static Decision of(Plan.Row row, List<TapeLine> posted, boolean fromTheList) {
    int said = row.chosen().map(c -> row.ways().get(c).perMillion()).orElse(0);
    for (int w = 0; w < row.ways().size(); w++) {
      Proposal way = row.ways().get(w);
      if (!way.isTie() && Tape.isSame(way.lines(), posted)) {
        boolean planned = row.chosen().filter(Integer.valueOf(w)::equals).isPresent();
        Hand hand = !planned ? Hand.CHOSEN : fromTheList ? Hand.FROM_THE_LIST : Hand.ACCEPTED;
        return new Decision(hand, Optional.of(ground(way)), said);
      }
    }
    Set<ItemId> items = items(posted);
    return row.ways().stream()
        .filter(w -> items(w.lines()).stream().anyMatch(items::contains))
        .findFirst()
        .map(w -> new Decision(Hand.CHANGED, Optional.of(ground(w)), said))
        .orElse(new Decision(Hand.BY_HAND, Optional.empty(), said));
  }

  /** The same of a way that the plan has not, which was proposed or stood among others. */
  public static Decision beside(Ground ground, boolean proposed) {
    return new Decision(proposed ? Hand.ACCEPTED : Hand.CHOSEN, Optional.of(ground), 0);
  }

  /** Such as {@code accepted as proposed, by number}. */
  public String words() {
    return hand.words() + ground.map(g -> ", " + g.words()).orElse("");
  }

  private static Set<ItemId> items(List<TapeLine> lines) {
    return lines.stream().flatMap(l -> l.item().stream()).collect(Collectors.toSet());
  }

  /** What a way rests on most. */
  public static Ground ground(Proposal way) {
    Ground ground = Ground.AMOUNT;
    for (Evidence reason : way.evidence()) {
      Ground of = ground(reason);
      ground = of.compareTo(ground) < 0 ? of : ground;
    }
    return ground;
  }

  private static Ground ground(Evidence reason) {
    if (reason instanceof Evidence.SplitStated) {
      return Ground.STATED;
    }
    if (reason instanceof Evidence.ItemNamed || reason instanceof Evidence.OrderNamed) {
      return Ground.NUMBERS;
    }
    if (reason instanceof Evidence.ByList) {
      return Ground.LIST;
    }
    return reason instanceof Evidence.PaidBefore ? Ground.REMEMBERED : Ground.AMOUNT;
  }
}
