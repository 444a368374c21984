package io.sumbrel.core.matching;

import io.sumbrel.core.matching.problem.MatchingProblem;
import io.sumbrel.core.matching.problem.RememberedPayers;
import io.sumbrel.core.matching.text.NameLikeness;
import io.sumbrel.core.party.CustomerId;
import io.sumbrel.core.receipt.MoneyIn;
import io.sumbrel.core.rules.ForgottenPayer;
import io.sumbrel.core.tape.Tape;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * What a posted tape teaches that was not known: somebody pays for a customer whose name it does
 * not bear.
 *
 * @param payer as the bank writes it
 * @param keys by which it is remembered from now on
 */
public record Taught(String payer, CustomerId customer, List<ForgottenPayer> keys) {

  /**
   * @param problem as it stood before the tape was posted
   * @return empty where the payer is known already, bears the customer's name, or several customers
   *     are on the tape
   */
  public static Optional<Taught> by(MatchingProblem problem, Tape tape) {
    Set<CustomerId> customers =
        tape.items().values().stream()
            .flatMap(i -> i.customer().stream())
            .collect(Collectors.toSet());
    return tape.money()
        .moneyIn()
        .filter(m -> m.isIn() && customers.size() == 1)
        .flatMap(m -> by(problem, m, customers.iterator().next()));
  }

  private static Optional<Taught> by(MatchingProblem problem, MoneyIn money, CustomerId customer) {
    List<ForgottenPayer> keys = keys(money, customer);
    int index = problem.customerIndex(customer);
    Optional<String> payer = money.payerName().or(money::payerAccount);
    boolean isKnown =
        problem.remembered().of(money.payerName(), money.payerAccount()).stream()
            .anyMatch(r -> r.customer().equals(customer));
    boolean bearsItsName =
        index < 0
            || money
                .payerName()
                .map(NameLikeness::normal)
                .filter(
                    n -> NameLikeness.of(n, problem.normalName(index)) >= NameLikeness.NEARLY_ALIKE)
                .isPresent();
    return payer
        .filter(p -> !isKnown && !bearsItsName)
        .filter(
            p ->
                keys.stream()
                    .noneMatch(RememberedPayers.asRead(problem.rules().forgotten())::contains))
        .map(p -> new Taught(p, customer, keys));
  }

  /** By name and by account, as {@link RememberedPayers} keeps them. */
  private static List<ForgottenPayer> keys(MoneyIn money, CustomerId customer) {
    List<ForgottenPayer> keys = new ArrayList<>();
    money
        .payerName()
        .map(NameLikeness::normal)
        .filter(n -> !n.isEmpty())
        .ifPresent(n -> keys.add(new ForgottenPayer(n, false, customer)));
    money
        .payerAccount()
        .map(RememberedPayers::bare)
        .filter(a -> !a.isEmpty())
        .ifPresent(a -> keys.add(new ForgottenPayer(a, true, customer)));
    return keys;
  }
}
