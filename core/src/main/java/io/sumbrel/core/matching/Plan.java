package io.sumbrel.core.matching;

import io.sumbrel.core.evidence.Evidence;
import io.sumbrel.core.matching.assignment.Claimant;
import io.sumbrel.core.matching.assignment.JointPlan;
import io.sumbrel.core.matching.assignment.Option;
import io.sumbrel.core.matching.combination.Searched;
import io.sumbrel.core.party.CustomerId;
import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.core.tape.LineKind;
import io.sumbrel.core.tape.TapeLine;
import java.util.Arrays;
import java.util.EnumSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;

/** A reading of the whole pile in which nothing is promised twice. */
public final class Plan {
  private final List<Row> rows;
  private final int searches;
  private final PlanMemory memory;

  Plan(List<Row> rows, int searches, PlanMemory memory) {
    this.rows = List.copyOf(rows);
    this.searches = searches;
    this.memory = memory;
  }

  /** One row for each sum, in the order of the pile. */
  public List<Row> rows() {
    return rows;
  }

  /**
   * What it took; of the joint choice, that of the first round, in which everything stands against
   * everything.
   */
  public Work work() {
    JointPlan joint = memory.rounds.get(0).joint;
    return new Work(searches, joint.components().size(), joint.unproven(), joint.nodes());
  }

  /**
   * Sums that may get in each other's way, as a joint choice of its own: for those who check it.
   *
   * @param options of each of the sums, which draw on the items by their places here
   * @param capacity how much is open on each item
   */
  public record Together(List<List<Option>> options, long[] capacity) {}

  /** The components of the first joint choice, in the order of the pile. */
  public List<Together> components() {
    return memory.rounds.get(0).joint.components().stream().map(this::together).toList();
  }

  private Together together(int[] sums) {
    PlanMemory.Round first = memory.rounds.get(0);
    List<Claimant> claimants = Arrays.stream(sums).mapToObj(s -> first.seen[s].claimant).toList();
    int[] items =
        claimants.stream()
            .flatMap(c -> c.options().stream())
            .flatMapToInt(o -> Arrays.stream(o.resources()))
            .sorted()
            .distinct()
            .toArray();
    return new Together(
        claimants.stream()
            .map(c -> c.options().stream().map(o -> among(items, o)).toList())
            .toList(),
        Arrays.stream(items).mapToLong(i -> Math.abs(first.left.get(i))).toArray());
  }

  private static Option among(int[] items, Option option) {
    return new Option(
        option.points(),
        Arrays.stream(option.resources()).map(r -> Arrays.binarySearch(items, r)).toArray(),
        option.amounts());
  }

  PlanMemory memory() {
    return memory;
  }

  /**
   * What the plan took.
   *
   * @param searches how many sums were searched, each as often as it was
   * @param components groups of sums that may get in each other's way
   * @param unproven of how many the choice is not proven to be the best
   * @param nodes visited in all
   */
  public record Work(int searches, int components, int unproven, long nodes) {}

  /**
   * What the plan says of one sum.
   *
   * @param ways proposals, surest first
   * @param chosen the index of the way that the plan takes; empty when it takes none
   * @param waysCount how many ways reach the sum; those that pay in part or in advance do not count
   * @param searchedTo the size up to which all sets were looked for; 0 where that is no limit
   * @param customer who is most likely the payer's customer, even without a way
   */
  public record Row(
      MoneyInId moneyIn,
      List<Proposal> ways,
      Optional<Integer> chosen,
      long waysCount,
      Searched searched,
      int searchedTo,
      Optional<CustomerId> customer) {
    private static final int MOST_COUNTED = 1_000;

    /** As many as there are digits to take them by. */
    static final int MOST_SHOWN = 9;

    /** Lines that place money on no customer. */
    private static final Set<LineKind> NO_CUSTOMERS =
        EnumSet.of(LineKind.TO_ACCOUNT, LineKind.TRANSFER, LineKind.UNIDENTIFIED);

    public Row {
      ways = List.copyOf(ways);
    }

    /** The same with another proposal first, which the plan takes. */
    Row ledBy(Proposal first) {
      List<Proposal> all =
          Stream.concat(
                  Stream.of(first), ways.stream().filter(w -> !w.words().equals(first.words())))
              .limit(MOST_SHOWN)
              .toList();
      return new Row(
          moneyIn, all, Optional.of(0), waysCount, searched, searchedTo, first.customer());
    }

    /**
     * A warning where a tape places the sum on no item though open items reach it: an income that
     * an invoice waits for is the costliest mistake of this work. Empty where there is none to
     * give.
     */
    public Optional<String> passedOver(List<TapeLine> tape) {
      boolean elsewhere = tape.stream().anyMatch(l -> NO_CUSTOMERS.contains(l.kind()));
      if (!elsewhere || tape.stream().anyMatch(l -> l.item().isPresent())) {
        return Optional.empty();
      }
      return ways.stream()
          .filter(w -> waysCount > 0 && w.lines().stream().anyMatch(l -> l.item().isPresent()))
          .findFirst()
          .map(
              w ->
                  "Open items reach this sum: %s. Placed so, they stay open.".formatted(w.words()));
    }

    /** How many ways there are, in words. */
    public String countWords() {
      if (waysCount == 0) {
        return "No way";
      }
      return waysCount > MOST_COUNTED
          ? "more than 1,000 ways"
          : waysCount + (waysCount == 1 ? " way" : " ways");
    }

    /** How far the ways were looked for, in words. */
    public String searchedWords() {
      boolean all = searched == Searched.SEARCHED_ALL || searched == Searched.CAP_REACHED;
      return all
          ? "all searched"
          : searchedTo > 0 ? "searched sets up to " + searchedTo : "sets not searched";
    }

    /** In words, that the sum may be in the books already; empty when it is in none. */
    public String recordedAlready() {
      return ways.stream()
          .filter(Proposal::isTie)
          .flatMap(tie -> tie.evidence().stream())
          .filter(Evidence.RecordedAlready.class::isInstance)
          .findFirst()
          .map(record -> record.words() + "; placed on items too, it may count twice")
          .map(words -> words.substring(0, 1).toUpperCase(Locale.ROOT) + words.substring(1))
          .orElse("");
    }

    public Certainty certainty() {
      return chosen.map(i -> ways.get(i).certainty()).orElse(Certainty.NOTHING_YET);
    }
  }
}
