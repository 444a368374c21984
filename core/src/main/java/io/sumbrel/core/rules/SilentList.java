package io.sumbrel.core.rules;

import io.sumbrel.core.refusal.Refusal;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.stream.Collectors;

/**
 * In which order the steps for silent payments are tried; a step that is off keeps its place.
 *
 * @param steps each step once
 */
public record SilentList(List<Entry> steps) {
  /** What somebody who sets up a list begins with. */
  public static final SilentList BEGINNING =
      new SilentList(Arrays.stream(SilentStep.values()).map(s -> new Entry(s, true)).toList());

  /**
   * The steps that are written, on and in this order; the others are off.
   *
   * @param written such as {@code one-item}, {@code whole-set}, {@code earliest-due}, {@code
   *     on-account}
   * @throws Refusal {@code silent-list} with the word that is no step, or when one stands twice
   */
  public static SilentList ofWords(List<String> written) {
    List<Entry> steps = new ArrayList<>();
    for (String word : written) {
      SilentStep step =
          Arrays.stream(SilentStep.values())
              .filter(s -> s.written().equals(word))
              .findFirst()
              .orElseThrow(() -> new Refusal("silent-list", "“" + word + "” is no step."));
      steps.add(new Entry(step, true));
    }
    Arrays.stream(SilentStep.values())
        .filter(s -> steps.stream().noneMatch(e -> e.step() == s))
        .forEach(s -> steps.add(new Entry(s, false)));
    return new SilentList(steps);
  }

  /** A step, on or off. */
  public record Entry(SilentStep step, boolean on) {}

  /**
   * @throws Refusal {@code silent-list} when a step is missing or stands twice
   */
  public SilentList {
    steps = List.copyOf(steps);
    long different = steps.stream().map(Entry::step).distinct().count();
    if (different != SilentStep.values().length || steps.size() != different) {
      throw new Refusal("silent-list", "The list has each step once, on or off.");
    }
  }

  /** The steps that are on, in order. */
  public List<SilentStep> on() {
    return steps.stream().filter(Entry::on).map(Entry::step).toList();
  }

  /** For the record. */
  public String words() {
    return on().isEmpty()
        ? "no step"
        : on().stream().map(SilentStep::words).collect(Collectors.joining(", then "));
  }
}
