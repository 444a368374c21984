package io.sumbrel.server.desk;

import io.sumbrel.core.receipt.MoneyIn;
import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.server.matching.PlanBoard;
import io.sumbrel.server.people.Actor;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Supplier;
import org.springframework.stereotype.Component;

/** What was said of sums when somebody decided them: by the plan, and beside it. */
@Component
class WhatWasSaid {
  private final PlanBoard plans;
  private final BesideThePlan besideThePlan;

  WhatWasSaid(PlanBoard plans, BesideThePlan besideThePlan) {
    this.plans = plans;
    this.besideThePlan = besideThePlan;
  }

  /**
   * What was said of one sum.
   *
   * @param beside of all sums of that pile, looked for where it is asked
   */
  record Said(PlanBoard.Said plan, Supplier<BesideThePlan.Ways> beside) {
    List<BesideThePlan.Way> besideOf(MoneyIn money) {
      return beside.get().of(plan.row(), money);
    }
  }

  Optional<Said> of(Actor actor, MoneyInId id) {
    return Optional.ofNullable(of(actor, List.of(id)).get(id));
  }

  /**
   * Of several sums by one plan, beside which is looked once; what it does not know is left out.
   */
  Map<MoneyInId, Said> of(Actor actor, List<MoneyInId> ids) {
    Map<MoneyInId, PlanBoard.Said> planned = plans.said(actor.booksId(), ids);
    Supplier<BesideThePlan.Ways> beside =
        BesideThePlan.once(
            () -> {
              PlanBoard.Said any = planned.values().iterator().next();
              return besideThePlan.of(actor.booksId(), any.usual(), any.pile(), any.problem());
            });
    Map<MoneyInId, Said> said = new HashMap<>();
    planned.forEach((id, plan) -> said.put(id, new Said(plan, beside)));
    return said;
  }
}
