package io.sumbrel.core.matching;

import io.sumbrel.core.evidence.Evidence;
import io.sumbrel.core.party.CustomerId;
import io.sumbrel.core.tape.TapeLine;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.function.Supplier;

/**
 * One way to explain a sum: a tape that comes to zero, or a tie to what is recorded already; with
 * reasons that are told when asked for.
 */
public final class Proposal {
  private final String words;
  private final List<TapeLine> lines;
  private final boolean tie;
  private final Optional<CustomerId> customer;
  private final int perMillion;
  private final Supplier<List<Evidence>> evidence;

  Proposal(
      String words,
      List<TapeLine> lines,
      boolean tie,
      Optional<CustomerId> customer,
      int perMillion,
      Supplier<List<Evidence>> evidence) {
    this.words = words;
    this.lines = List.copyOf(lines);
    this.tie = tie;
    this.customer = customer;
    this.perMillion = perMillion;
    this.evidence = evidence;
  }

  /** What it says in short, such as {@code 20418 + 20455, less 18.00 charge}. */
  public String words() {
    return words;
  }

  public List<TapeLine> lines() {
    return lines;
  }

  /**
   * Whether the sum is recorded already: it has no lines, is to be tied to what waits for it, and
   * counts twice if it is placed.
   */
  public boolean isTie() {
    return tie;
  }

  public Optional<CustomerId> customer() {
    return customer;
  }

  /** How likely it is over all joint readings of the pile, in parts of a million. */
  public int perMillion() {
    return perMillion;
  }

  public Certainty certainty() {
    return Certainty.of(perMillion);
  }

  /** Reasons for and against it, the strongest first. */
  public List<Evidence> evidence() {
    return evidence.get();
  }

  @Override
  public boolean equals(Object other) {
    return other instanceof Proposal p
        && perMillion == p.perMillion
        && tie == p.tie
        && words.equals(p.words)
        && lines.equals(p.lines)
        && customer.equals(p.customer);
  }

  @Override
  public int hashCode() {
    return Objects.hash(words, lines, customer, perMillion);
  }

  @Override
  public String toString() {
    return words + " (" + perMillion + ")";
  }
}
