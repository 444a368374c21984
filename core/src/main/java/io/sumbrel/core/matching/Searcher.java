package io.sumbrel.core.matching;

import io.sumbrel.core.matching.problem.MatchingProblem;
import io.sumbrel.core.matching.reading.Reading;
import io.sumbrel.core.matching.ways.Budgets;
import io.sumbrel.core.matching.ways.Pools;
import io.sumbrel.core.matching.weights.Weights;
import io.sumbrel.core.receipt.MoneyIn;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.concurrent.ForkJoinTask;
import java.util.function.Supplier;
import java.util.stream.IntStream;

/**
 * Searches sums, each by itself: on several threads when there are many, payer by payer, so that
 * each pool is made once. Neither changes what is found.
 */
final class Searcher {
  /** Sums that one thread takes at a time. */
  private static final int SHARE = 500;

  /** Fewer are not worth a thread. */
  private static final int SMALLEST_SHARE = 8;

  /** So that who is done first can help the others. */
  private static final int SHARES_EACH = 4;

  private final List<MoneyIn> pile;

  /** Without the pile: what is found holds on to it. */
  private final MatchingProblem problem;

  private final Weights weights;
  private final Budgets budgets;
  private final int threads;
  private int count;

  Searcher(MatchingProblem problem, Weights weights, Budgets budgets, int threads) {
    this.pile = problem.pile();
    this.problem = problem.withoutPile();
    this.weights = weights;
    this.budgets = budgets;
    this.threads = threads;
  }

  /** How many sums were searched so far. */
  int count() {
    return count;
  }

  /**
   * @param round where what is found is put; what was found there before is still to be read so
   * @param toSearch the places in it
   */
  void search(PlanMemory.Round round, List<Integer> toSearch) {
    count += toSearch.size();
    Reading[] readings = new Reading[round.sums.length];
    shared(
        toSearch,
        places ->
            places.forEach(
                s ->
                    readings[s] =
                        round.seen[s] == null
                            ? Reading.of(problem, pile.get(round.sums[s]))
                            : round.seen[s].reading));
    List<Integer> byPayer = new ArrayList<>(toSearch);
    byPayer.sort(Comparator.comparingInt(s -> readings[s].likeliestCustomer()));
    Supplier<Pools> pools = pools(round, toSearch.size());
    shared(
        byPayer,
        places -> {
          Pools own = pools.get();
          for (int s : places) {
            MoneyIn moneyIn = pile.get(round.sums[s]);
            round.seen[s] = Findings.of(problem, moneyIn, readings[s], own, weights);
          }
        });
  }

  /** Searches once more what depends on items of the very amount, and nothing else. */
  void searchByAmount(PlanMemory.Round round, List<Integer> toSearch) {
    Supplier<Pools> pools = pools(round, toSearch.size());
    shared(
        toSearch,
        places -> {
          Pools own = pools.get();
          places.forEach(s -> round.seen[s] = round.seen[s].again(problem, own, weights));
        });
  }

  /** A few sums are mostly of the same payers: they use the same pools, many those of their own. */
  private Supplier<Pools> pools(PlanMemory.Round round, int sums) {
    Pools pools = new Pools(problem, round.left, budgets);
    return sums <= SHARE ? () -> pools : () -> new Pools(problem, round.left, budgets);
  }

  private void shared(List<Integer> places, Work work) {
    int even = places.size() / (threads * SHARES_EACH);
    int size = Math.min(SHARE, Math.max(SMALLEST_SHARE, even));
    List<List<Integer>> shares =
        IntStream.iterate(0, from -> from < places.size(), from -> from + size)
            .mapToObj(from -> places.subList(from, Math.min(from + size, places.size())))
            .toList();
    if (threads == 1 || shares.size() <= 1) {
      shares.forEach(work::on);
      return;
    }
    // the caller works too, and no thread is begun for it: most changes are over in milliseconds
    ForkJoinTask.invokeAll(shares.stream().map(s -> ForkJoinTask.adapt(() -> work.on(s))).toList());
  }

  private interface Work {
    void on(List<Integer> places);
  }
}
