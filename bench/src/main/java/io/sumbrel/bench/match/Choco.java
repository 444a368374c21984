package io.sumbrel.bench.match;

import java.util.Arrays;
import java.util.OptionalLong;
import java.util.stream.LongStream;
import org.chocosolver.solver.Model;
import org.chocosolver.solver.variables.BoolVar;

/** The constraint solver choco as a second oracle, for sums within its 31 bits. */
final class Choco {
  private static final long MOST_NODES = 2_000_000;

  private Choco() {}

  /** How many sets of up to {@code maxSize} amounts reach a sum; empty when it was not decided. */
  static OptionalLong count(long[] amounts, long low, long high, int maxSize) {
    if (LongStream.of(amounts).map(Math::abs).sum() + Math.abs(high) > Integer.MAX_VALUE / 2) {
      return OptionalLong.empty();
    }
    Model model = new Model();
    BoolVar[] in = model.boolVarArray(amounts.length);
    int[] ints = Arrays.stream(amounts).mapToInt(Math::toIntExact).toArray();
    model.scalar(in, ints, ">=", (int) low).post();
    model.scalar(in, ints, "<=", (int) high).post();
    model.sum(in, ">=", 1).post();
    model.sum(in, "<=", maxSize).post();
    model.getSolver().limitNode(MOST_NODES);
    long count = 0;
    while (model.getSolver().solve()) {
      count++;
    }
    return model.getSolver().getNodeCount() >= MOST_NODES
        ? OptionalLong.empty()
        : OptionalLong.of(count);
  }
}
