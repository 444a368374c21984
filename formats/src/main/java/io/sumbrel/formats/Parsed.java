package io.sumbrel.formats;

import io.sumbrel.core.refusal.Refusal;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;

/**
 * What a reader made of a file.
 *
 * @param value empty when an issue refuses the file
 */
public record Parsed<T>(Optional<T> value, List<Issue> issues) {
  /** After so many issues a reader stops collecting. */
  public static final int MAX_ISSUES = 100;

  public Parsed {
    issues = List.copyOf(issues);
  }

  /** The value, unless an issue refuses the file. */
  public static <T> Parsed<T> of(T value, List<Issue> issues) {
    return new Parsed<>(isRefused(issues) ? Optional.empty() : Optional.of(value), issues);
  }

  /** Whether one of the issues refuses the file; notes do not. */
  public static boolean isRefused(List<Issue> issues) {
    return issues.stream().anyMatch(i -> i.severity() == Issue.Severity.REFUSES);
  }

  public static <T> Parsed<T> refused(Issue issue) {
    return new Parsed<>(Optional.empty(), List.of(issue));
  }

  /** The same issues with another value in place of this one. */
  public <U> Parsed<U> map(Function<T, U> change) {
    return new Parsed<>(value.map(change), issues);
  }

  /**
   * @throws Refusal with the first issue that refuses the file, and how many more there are
   */
  public T orRefuse() {
    return value.orElseThrow(
        () -> {
          List<Issue> refusing =
              issues.stream().filter(i -> i.severity() == Issue.Severity.REFUSES).toList();
          String more =
              refusing.size() == 1 ? "" : " (and " + (refusing.size() - 1) + " more like it)";
          return new Refusal(refusing.get(0).code(), refusing.get(0).words() + more);
        });
  }
}
