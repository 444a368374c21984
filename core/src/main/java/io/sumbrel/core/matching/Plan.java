package io.sumbrel.core.matching;

import io.sumbrel.core.matching.combination.Combinations.Searched;
import io.sumbrel.core.party.CustomerId;
import io.sumbrel.core.receipt.MoneyInId;
import java.util.List;
import java.util.Optional;

/** A reading of the whole pile in which nothing is promised twice. */
public record Plan(List<Row> rows) {

  /**
   * What the plan says of one sum.
   *
   * @param ways proposals, surest first
   * @param chosen the index of the way that the plan takes; empty when it takes none
   * @param waysCount how many ways there are, of which the best are listed
   * @param customer who is most likely the payer's customer, even without a way
   */
  public record Row(
      MoneyInId moneyIn,
      List<Proposal> ways,
      Optional<Integer> chosen,
      long waysCount,
      Searched searched,
      Optional<CustomerId> customer) {
    public Row {
      ways = List.copyOf(ways);
    }

    public Certainty certainty() {
      return chosen.map(i -> ways.get(i).certainty()).orElse(Certainty.NOTHING_YET);
    }
  }

  public Plan {
    rows = List.copyOf(rows);
  }
}
