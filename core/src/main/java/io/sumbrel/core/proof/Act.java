package io.sumbrel.core.proof;

import java.util.List;
import java.util.Objects;

/**
 * What was done, by whom, to what.
 *
 * @param actor a person, or the name of a rule or schedule
 * @param name what was done, such as {@code tape-posted}
 * @param subject what it was done to, such as a posting number
 * @param detail before and after, in words
 * @param facts what it stored, or left standing
 */
public record Act(
    ActorKind kind, String actor, String name, String subject, String detail, List<Fact> facts) {
  public Act {
    Objects.requireNonNull(kind);
    Objects.requireNonNull(actor);
    Objects.requireNonNull(name);
    Objects.requireNonNull(subject);
    Objects.requireNonNull(detail);
    facts = List.copyOf(facts);
  }
}
