package io.sumbrel.core.matching.weights;

import java.util.List;

/**
 * The weights fitted on what one house decided, held against the shipped ones on its newest
 * decisions, which the trial was not fitted on. They are taken only where they read these better
 * than chance explains: most houses are read best as shipped.
 *
 * @param weights fitted on all where they are better, else as shipped
 * @param better whether they are, with 95 %, one-sided and in pairs
 * @param older how many the trial was fitted on
 * @param newest how many it was tried on
 * @param rightBefore of these, how many are read rightly at once as shipped
 * @param rightNow the same as fitted on the older ones
 */
public record HouseFit(
    Weights weights, boolean better, int older, int newest, int rightBefore, int rightNow) {
  /** With fewer the fit would follow chance. */
  public static final int FEWEST = 300;

  /** Older ones are what the house did once; and a fit on more takes too long to wait for. */
  public static final int MOST = 1_000;

  /** One in so many, the newest, is kept for the trial. */
  private static final int TRIED = 3;

  /** Strong enough to lose nothing on a few hundred decisions: measured on invented companies. */
  private static final double RIDGE = 15;

  /** Normal quantile for 95 %, one-sided. */
  private static final double BEYOND_CHANCE = 1.645;

  /**
   * @param lessons in the order in which they were decided; no more than the newest {@link #MOST}
   *     are taken
   */
  public static HouseFit of(List<Lesson> lessons) {
    List<Lesson> last = lessons.subList(Math.max(0, lessons.size() - MOST), lessons.size());
    List<Lesson> older = last.subList(0, last.size() - last.size() / TRIED);
    List<Lesson> newest = last.subList(older.size(), last.size());
    Weights trial = fitted(older);
    boolean better = last.size() >= FEWEST && isBetter(newest, trial);
    return new HouseFit(
        better ? fitted(last) : Weights.SHIPPED,
        better,
        older.size(),
        newest.size(),
        rightFirst(newest, Weights.SHIPPED),
        rightFirst(newest, trial));
  }

  private static Weights fitted(List<Lesson> lessons) {
    WeightFit fit = new WeightFit(RIDGE);
    fit.add(lessons);
    return fit.fitted();
  }

  /** Whether the gain in likelihood, lesson by lesson, is more than its own spread explains. */
  private static boolean isBetter(List<Lesson> newest, Weights trial) {
    double[] fitted = trial.inLogits();
    double[] shipped = Weights.SHIPPED.inLogits();
    double sum = 0;
    double squares = 0;
    for (Lesson lesson : newest) {
      double gain = lesson.likelihood(fitted) - lesson.likelihood(shipped);
      sum += gain;
      squares += gain * gain;
    }
    double spread = Math.max(0, squares - sum * sum / newest.size());
    return sum > BEYOND_CHANCE * Math.sqrt(spread);
  }

  private static int rightFirst(List<Lesson> lessons, Weights weights) {
    double[] logits = weights.inLogits();
    return (int) lessons.stream().filter(l -> l.isRightFirst(logits)).count();
  }

  /** What the trial showed, in words. */
  public String words() {
    String shown =
        "Fitted on %,d decisions and tried on the newest %,d: %,d of them are read rightly at once as shipped, %,d as fitted."
            .formatted(older, newest, rightBefore, rightNow);
    return shown
        + (better
            ? " The fitted weights are taken."
            : " That is no more than chance explains: the shipped weights stay.");
  }
}
