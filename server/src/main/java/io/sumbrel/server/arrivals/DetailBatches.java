package io.sumbrel.server.arrivals;

import io.sumbrel.core.bank.BankStatement;
import io.sumbrel.core.bank.BatchDetail;
import io.sumbrel.core.bank.StatementEntry;
import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.server.books.BankAccount;
import io.sumbrel.server.books.Claims;
import io.sumbrel.server.people.Actor;
import io.sumbrel.server.persistence.RowIds;
import jakarta.persistence.EntityManager;
import java.util.List;
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
  private final EntityManager entities;
  private final RowIds ids;
  private final StatementChain chain;
  private final MoneyLines moneyLines;
  private final Claims claims;

  DetailBatches(
      EntityManager entities,
      RowIds ids,
      StatementChain chain,
      MoneyLines moneyLines,
      Claims claims) {
    this.entities = entities;
    this.ids = ids;
    this.chain = chain;
    this.moneyLines = moneyLines;
    this.claims = claims;
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
        Optional<MoneyInRow> sum = sumOf(account, batch);
        if (sum.isPresent()) {
          replace(sum.get(), batch, arrival, ordinals);
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

  private Optional<MoneyInRow> sumOf(BankAccount account, BatchDetail batch) {
    List<MoneyInRow> sums =
        entities
            .createQuery(
                """
                from MoneyInRow m
                where m.bankAccountId = :a and m.bankReference = :r and m.amountMinor = :m
                  and m.standing = COUNTS and m.detailOfId is null and m.batchReference is null
                  and not exists (select 1 from ClaimRow c where c.moneyInId = m.id)
                  and not exists (select 1 from DepositRow d where d.entryId = m.id)
                """,
                MoneyInRow.class)
            .setParameter("a", account.id())
            .setParameter("r", batch.reference())
            .setParameter("m", batch.amountMinor())
            .getResultList();
    if (sums.size() != 1) {
      return Optional.empty();
    }
    // a posting locks the sum before it claims it: what is claimed by now is seen here
    MoneyInId id = new MoneyInId(sums.get(0).id);
    moneyLines.lock(id);
    return claims.of(id).isPresent() ? Optional.empty() : Optional.of(sums.get(0));
  }

  private void replace(
      MoneyInRow sum,
      BatchDetail batch,
      ArrivalRow arrival,
      Map<StatementEntry, Integer> ordinals) {
    for (StatementEntry part : batch.parts()) {
      MoneyInRow row = MoneyInRow.of(part, sum.toFact().currency(), Standing.COUNTS);
      row.id = ids.next();
      row.booksId = sum.booksId;
      row.bankAccountId = sum.bankAccountId;
      row.statementId = sum.statementId;
      row.arrivalId = arrival.id;
      row.ordinal = ordinals.get(part);
      // the statement says when the sum was booked
      row.bookingDate = sum.bookingDate;
      row.detailOfId = sum.id;
      entities.persist(row);
    }
    entities.flush();
    entities
        .createNativeQuery("delete from draft where money_in_id = :id")
        .setParameter("id", sum.id)
        .executeUpdate();
    entities
        .createNativeQuery("update money_in set standing = 'DETAILED' where id = :id")
        .setParameter("id", sum.id)
        .executeUpdate();
  }
}
