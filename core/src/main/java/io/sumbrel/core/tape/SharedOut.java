package io.sumbrel.core.tape;

import io.sumbrel.core.chart.Chart;
import io.sumbrel.core.money.AmountText;
import io.sumbrel.core.refusal.Refusal;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * Several sums worked as one: what pays them together is shared out over them in order, so that
 * each keeps a tape and a date of its own. An item that the end of one sum cuts goes on with the
 * next; what is kept back or granted on it stands where its first part is; credits used, and what
 * was kept of no item, stand with the first sum.
 */
public final class SharedOut {
  private final List<TapeMoney> sums;
  private final Chart chart;
  private final List<List<TapeLine>> tapes = new ArrayList<>();

  /** Which sum is being filled, and how much of it is free. */
  private int at;

  private long free;

  private SharedOut(List<TapeMoney> sums, Chart chart) {
    this.sums = sums;
    this.chart = chart;
    sums.forEach(s -> tapes.add(new ArrayList<>()));
    free = sums.get(0).amountMinor();
  }

  /**
   * @param sums that came in, of one currency, in the order in which they are filled
   * @param lines of the tape that explains all of them together
   * @param chart by which the tax of a part is reckoned
   * @return the lines of each sum, in the same order
   * @throws Refusal {@code together}, {@code not-zero}
   */
  public static List<List<TapeLine>> over(List<TapeMoney> sums, List<TapeLine> lines, Chart chart) {
    require(sums, lines);
    SharedOut shared = new SharedOut(sums, chart);
    lines.stream().filter(l -> l.signedMinor(false) > 0).forEach(l -> shared.add(l, lines));
    lines.stream().filter(l -> l.signedMinor(false) < 0).forEach(l -> shared.take(l, lines));
    return shared.tapes;
  }

  private static void require(List<TapeMoney> sums, List<TapeLine> lines) {
    if (sums.size() < 2) {
      throw new Refusal("together", "Two sums at the least are worked as one.");
    }
    TapeMoney first = sums.get(0);
    if (sums.stream().anyMatch(s -> s.isPaidOut() || s.moneyIn().isEmpty())) {
      throw new Refusal("together", "Only money that came in is worked as one.");
    }
    if (sums.stream().anyMatch(s -> !s.currency().equals(first.currency()))) {
      throw new Refusal("together", "Sums of several currencies are not worked as one.");
    }
    if (lines.stream().anyMatch(l -> l.exchange().isPresent())) {
      throw new Refusal(
          "together",
          "An item in another currency is paid by one sum at a time, at its day’s rate.");
    }
    long left =
        sums.stream().mapToLong(TapeMoney::amountMinor).sum()
            + lines.stream().mapToLong(l -> l.signedMinor(false)).sum();
    if (left != 0) {
      throw new Refusal(
          "not-zero",
          "Left to place is %s; sums worked as one are shared out at 0.00."
              .formatted(AmountText.words(left, first.currency())));
    }
  }

  /** What adds and is of no item that is settled makes the first sum so much larger. */
  private void add(TapeLine line, List<TapeLine> lines) {
    if (settled(line, lines).isEmpty()) {
      tapes.get(0).add(line);
      free += line.amountMinor();
    }
  }

  private static Optional<TapeLine> settled(TapeLine difference, List<TapeLine> lines) {
    return lines.stream()
        .filter(l -> difference.reason().isPresent() && difference.item().isPresent())
        .filter(l -> l.kind() == LineKind.SETTLES && l.item().equals(difference.item()))
        .findFirst();
  }

  private void take(TapeLine line, List<TapeLine> lines) {
    List<TapeLine> differences =
        lines.stream().filter(l -> settled(l, lines).filter(s -> s == line).isPresent()).toList();
    long ofThem = differences.stream().mapToLong(TapeLine::amountMinor).sum();
    long left = line.amountMinor();
    while (left > 0) {
      if (free == 0 && left > ofThem) {
        at++;
        free = sums.get(at).amountMinor();
      }
      long part = Math.min(left, free + ofThem);
      tapes.get(at).add(part(line, part, part == left));
      tapes.get(at).addAll(differences);
      free -= part - ofThem;
      left -= part;
      differences = List.of();
      ofThem = 0;
    }
  }

  /**
   * @param isLast whether nothing of the line comes after it: only there a rest stays open
   */
  private TapeLine part(TapeLine line, long minor, boolean isLast) {
    TapeLine part = line.part(minor, isLast);
    return line.tax()
        .map(t -> part.taxed(chart.taxIn(t.code(), minor, sums.get(at).date())))
        .orElse(part);
  }
}
