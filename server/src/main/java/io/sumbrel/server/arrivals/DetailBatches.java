package io.sumbrel.server.arrivals;

import io.sumbrel.core.bank.BankStatement;
import io.sumbrel.core.bank.BatchDetail;
import io.sumbrel.core.bank.StatementEntry;
import io.sumbrel.core.receipt.MoneyIn;
import io.sumbrel.core.receipt.PartsGiven;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.server.bank.BankAccount;
import io.sumbrel.server.bank.StatementChain;
import io.sumbrel.server.people.Actor;
import io.sumbrel.server.receipt.MoneyIntake;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/**
 * Puts the transactions that a notification gives in the place of the sum that a statement brought:
 * same account, same reference, same amount, and nothing posted on it yet. The sum then counts by
 * its parts.
 */
@Component
class DetailBatches {
  private final StatementChain chain;
  private final MoneyIntake intake;

  DetailBatches(StatementChain chain, MoneyIntake intake) {
    this.chain = chain;
    this.intake = intake;
  }

  /**
   * @throws Refusal {@code nothing-detailed} when no sum in the pile is the one of a batch in it
   */
  @Transactional(propagation = Propagation.MANDATORY)
  void store(Actor actor, ArrivalRow arrival, ArrivedFile file) {
    Map<StatementEntry, Integer> ordinals = file.ordinals();
    for (BankStatement message : file.statements()) {
      BankAccount account = chain.account(actor.booksId(), message);
      for (BatchDetail batch : BatchDetail.of(message)) {
        Optional<MoneyIn> sum = intake.sumOf(account.id(), batch);
        if (sum.isPresent()) {
          PartsGiven given = PartsGiven.of(sum.get(), batch, intake::nextId);
          intake.giveParts(given, arrival.id, ordinals);
          arrival.acceptedCount += batch.parts().size();
        } else {
          arrival.knownCount += batch.parts().size();
          arrival.knownMinor += batch.amountMinor();
        }
      }
    }
    if (arrival.acceptedCount == 0) {
      throw new Refusal(
          "nothing-detailed",
          "No sum in the pile is the one whose parts are given here; the statement that brings it may still be to come.");
    }
  }
}
