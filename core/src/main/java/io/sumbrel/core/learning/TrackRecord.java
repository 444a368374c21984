package io.sumbrel.core.learning;

import io.sumbrel.core.matching.Certainty;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/**
 * What the plan said in these books, and what became of it. It tells what is proven: to post
 * without hands is earned where the lower bound of what was right, not the share itself, reaches
 * what is wanted.
 */
public final class TrackRecord {
  /** Wanted of what is posted without hands, in parts of a million. */
  public static final int WANTED = 999_000;

  /** The certainties from which on it may be earned, fixed beforehand so that none is picked. */
  private static final int[] FROM = {990_000, 995_000, 999_000, 999_900};

  private static final double DOUBT = 0.05;

  /** So many without an error prove what is wanted, and no fewer do. */
  static final int FEWEST_WITHOUT_ERROR =
      (int) Math.ceil(StrictMath.log(DOUBT) / StrictMath.log(WANTED / 1e6));

  private static final int HALVINGS = 60;

  private final List<Judged> judged;

  public TrackRecord(List<Judged> judged) {
    this.judged = List.copyOf(judged);
  }

  /**
   * A sum that somebody decided.
   *
   * @param saidPerMillion how sure the plan was of its way; 0 when it took none
   * @param right whether it was posted so, and stands
   */
  public record Judged(int saidPerMillion, boolean right) {}

  /** How often a certainty was right. */
  public record Band(Certainty certainty, int said, int right) {}

  /** A band for each certainty that was ever said, the surest first. */
  public List<Band> bands() {
    List<Band> bands = new ArrayList<>();
    for (Certainty certainty : Certainty.values()) {
      List<Judged> in =
          judged.stream().filter(j -> Certainty.of(j.saidPerMillion) == certainty).toList();
      if (!in.isEmpty()) {
        bands.add(new Band(certainty, in.size(), right(in)));
      }
    }
    return bands;
  }

  private static int right(List<Judged> judged) {
    return (int) judged.stream().filter(Judged::right).count();
  }

  private List<Judged> from(int perMillion) {
    return judged.stream().filter(j -> j.saidPerMillion >= perMillion).toList();
  }

  /**
   * The certainty from which on posting without hands is earned, in parts of a million; empty while
   * it is not.
   */
  public Optional<Integer> earnedFrom() {
    for (int from : FROM) {
      List<Judged> those = from(from);
      if (lowerBound(right(those), those.size()) * 1_000_000 >= WANTED) {
        return Optional.of(from);
      }
    }
    return Optional.empty();
  }

  /** What is proven of what was called sure, in words. */
  public String words() {
    List<Judged> sure = from(FROM[0]);
    int right = right(sure);
    if (sure.isEmpty()) {
      return "Nothing that was called sure is decided yet.";
    }
    return "Of %,d called sure, %,d were posted so and stand: at least %s %% is proven."
        .formatted(sure.size(), right, floor(lowerBound(right, sure.size())));
  }

  /** Whether it is enough to post without a look, in words. */
  public String earnedWords() {
    return earnedFrom()
        .map(
            from ->
                "What is called sure from %s %% on is proven to %s %%: enough to post it without a look."
                    .formatted(floor(from / 1e6), floor(WANTED / 1e6)))
        .orElse(
            "To post without a look takes %s %% proven: %,d in a row without an error, and more after each one."
                .formatted(floor(WANTED / 1e6), FEWEST_WITHOUT_ERROR));
  }

  /** Tenths of a per cent, never rounded up: a proof does not reach beyond itself. */
  private static String floor(double share) {
    return String.format(Locale.ROOT, "%.1f", Math.floor(share * 1000) / 10);
  }

  /**
   * The share that is proven with 95 %, one-sided: what it would have to be for so many to be right
   * in one of twenty times. Clopper and Pearson, The use of confidence or fiducial limits
   * illustrated in the case of the binomial (1934).
   *
   * @param right at most {@code of}
   */
  static double lowerBound(int right, int of) {
    double low = 0;
    double high = 1;
    for (int h = 0; h < HALVINGS && right > 0; h++) {
      double middle = (low + high) / 2;
      if (atLeast(right, of, middle) < DOUBT) {
        low = middle;
      } else {
        high = middle;
      }
    }
    return low;
  }

  /** How likely at least so many of all are right, each with this share. */
  private static double atLeast(int right, int of, double share) {
    double term = of * StrictMath.log(share);
    double step = StrictMath.log((1 - share) / share);
    double sum = StrictMath.exp(term);
    for (int wrong = 1; wrong <= of - right; wrong++) {
      term += step + StrictMath.log((double) (of - wrong + 1) / wrong);
      sum += StrictMath.exp(term);
    }
    return sum;
  }
}
