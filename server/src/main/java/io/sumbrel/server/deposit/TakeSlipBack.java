package io.sumbrel.server.deposit;

import io.sumbrel.core.deposit.Slip;
import io.sumbrel.server.ledger.Claims;
import jakarta.persistence.EntityManager;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** A slip that was handed in is being made again: it stands as a deposit no more. */
@Component
public class TakeSlipBack {
  private final EntityManager entities;
  private final Claims claims;

  TakeSlipBack(EntityManager entities, Claims claims) {
    this.entities = entities;
    this.claims = claims;
  }

  /**
   * Before its posting is turned back.
   *
   * @throws io.sumbrel.core.refusal.Refusal {@code tied-since}
   */
  @Transactional(propagation = Propagation.MANDATORY)
  public void takeBack(Slip slip) {
    entities
        .createNativeQuery("select id from deposit where id = :id for update")
        .setParameter("id", slip.id().number())
        .getResultList();
    claims
        .tieOf(slip.id())
        .ifPresent(
            by -> {
              throw slip.tiedSince(by.words());
            });
    entities
        .createNativeQuery("delete from deposit_not_entry where deposit_id = :id")
        .setParameter("id", slip.id().number())
        .executeUpdate();
    entities.remove(entities.find(DepositRow.class, slip.id().number()));
    entities.flush();
  }
}
