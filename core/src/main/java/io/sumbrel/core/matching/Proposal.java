package io.sumbrel.core.matching;

import io.sumbrel.core.evidence.Evidence;
import io.sumbrel.core.matching.problem.MatchingProblem;
import io.sumbrel.core.matching.reading.Reading;
import io.sumbrel.core.matching.ways.Doubt;
import io.sumbrel.core.matching.ways.Way;
import io.sumbrel.core.party.CustomerId;
import io.sumbrel.core.receipt.MoneyIn;
import io.sumbrel.core.tape.TapeLine;
import java.util.List;
import java.util.Objects;
import java.util.Optional;

/**
 * One way to explain a sum: a tape that comes to zero, or a tie to what is recorded already; with
 * reasons that are told when asked for.
 */
public final class Proposal {
  private final MatchingProblem problem;
  private final Reading reading;
  private final MoneyIn moneyIn;
  private final Way way;
  private final int perMillion;

  /** Put together when it is first asked for: a pile shows the same ones again and again. */
  private String words;

  Proposal(MatchingProblem problem, Reading reading, MoneyIn moneyIn, Way way, int perMillion) {
    this.problem = problem;
    this.reading = reading;
    this.moneyIn = moneyIn;
    this.way = way;
    this.perMillion = perMillion;
  }

  /** What it says in short, such as {@code 20418 + 20455, less 18.00 charge}. */
  public String words() {
    String known = words;
    if (known == null) {
      known = way.words(problem, moneyIn.currency());
      words = known;
    }
    return known;
  }

  public List<TapeLine> lines() {
    return way.lines(problem, moneyIn.amount());
  }

  /**
   * Whether the sum is recorded already: it has no lines, is to be tied to what waits for it, and
   * counts twice if it is placed.
   */
  public boolean isTie() {
    return way.has(Way.Shape.TIE);
  }

  public Optional<CustomerId> customer() {
    return way.customer < 0 ? Optional.empty() : Optional.of(problem.customer(way.customer).id());
  }

  /** How likely it is over all joint readings of the pile, in parts of a million. */
  public int perMillion() {
    return perMillion;
  }

  /** Why it is at most likely, where something keeps it from being sure. */
  public Optional<Doubt> doubt() {
    return way.doubt;
  }

  public Certainty certainty() {
    return Certainty.of(perMillion);
  }

  /**
   * A reason with what it weighs.
   *
   * @param points what it adds to the proposal, in thousandths of a logit: for one against it below
   *     zero as a rule
   */
  public record Reason(Evidence fact, int points) {}

  /** Reasons for and against it, the strongest first. */
  public List<Reason> reasons() {
    return Reasons.of(problem, reading, moneyIn, way);
  }

  /** The same as facts, without what they weigh. */
  public List<Evidence> evidence() {
    return reasons().stream().map(Reason::fact).toList();
  }

  @Override
  public boolean equals(Object other) {
    return other instanceof Proposal p
        && perMillion == p.perMillion
        && isTie() == p.isTie()
        && words().equals(p.words())
        && lines().equals(p.lines())
        && customer().equals(p.customer());
  }

  @Override
  public int hashCode() {
    return Objects.hash(words(), perMillion);
  }

  @Override
  public String toString() {
    return words() + " (" + perMillion + ")";
  }
}
