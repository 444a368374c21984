package io.sumbrel.core.rules;

import io.sumbrel.core.money.BasisPoints;
import io.sumbrel.core.party.CustomerId;
import io.sumbrel.core.refusal.Refusal;
import java.util.Arrays;
import java.util.List;
import java.util.Objects;
import java.util.Set;

/**
 * What a house has laid down about how its money is read.
 *
 * @param withheldBasisPoints rates at which customers withhold tax, in hundredths of a per cent
 * @param forgotten payers that are not remembered as paying for a customer
 * @param bearCharges customers who bear what banks keep on the way: it stays open and is followed
 *     up
 */
public record HouseRules(
    HouseLimits limits,
    List<Integer> withheldBasisPoints,
    SilentPayments silent,
    Set<ForgottenPayer> forgotten,
    Set<CustomerId> bearCharges) {

  /** What a house starts with. */
  public static final HouseRules DEFAULTS =
      new HouseRules(HouseLimits.DEFAULTS, List.of(), SilentPayments.NOT_SET, Set.of(), Set.of());

  /**
   * @throws Refusal {@code withheld-rate} when a rate is not between 0.01 and 50 per cent
   */
  public HouseRules {
    Objects.requireNonNull(limits);
    Objects.requireNonNull(silent);
    withheldBasisPoints = List.copyOf(withheldBasisPoints);
    forgotten = Set.copyOf(forgotten);
    bearCharges = Set.copyOf(bearCharges);
    if (withheldBasisPoints.stream().anyMatch(r -> r < 1 || r > 5_000)) {
      throw new Refusal("withheld-rate", "Tax is withheld at 0.01 to 50 per cent.");
    }
  }

  /** The same with others forgotten. */
  public HouseRules forgetting(Set<ForgottenPayer> others) {
    return new HouseRules(limits, withheldBasisPoints, silent, others, bearCharges);
  }

  /**
   * Reads rates such as {@code 20 2.5}: per cents with up to two decimals, with blanks between.
   *
   * @return in hundredths of a per cent, rising, each once
   * @throws Refusal {@code withheld-rate} with the word that is no rate
   */
  public static List<Integer> rates(String written) {
    return Arrays.stream(written.strip().split("[\\s;]+"))
        .filter(w -> !w.isEmpty())
        .map(HouseRules::rate)
        .distinct()
        .sorted()
        .toList();
  }

  private static Integer rate(String word) {
    return BasisPoints.parse(word, 2)
        .orElseThrow(
            () -> new Refusal("withheld-rate", "“" + word + "” is no rate such as 20 or 2.5."));
  }
}
