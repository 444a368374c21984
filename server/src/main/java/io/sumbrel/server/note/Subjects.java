package io.sumbrel.server.note;

import io.sumbrel.core.openitem.ItemId;
import io.sumbrel.core.party.CustomerId;
import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.server.deposit.Deposits;
import io.sumbrel.server.openitem.Items;
import io.sumbrel.server.party.Customers;
import io.sumbrel.server.people.Actor;
import io.sumbrel.server.receipt.MoneyLines;
import java.util.List;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** What notes and papers stand beside, as the record names it. */
@Component
public class Subjects {
  private final MoneyLines moneyLines;
  private final Items items;
  private final Customers customers;
  private final Deposits deposits;

  Subjects(MoneyLines moneyLines, Items items, Customers customers, Deposits deposits) {
    this.moneyLines = moneyLines;
    this.items = items;
    this.customers = customers;
    this.deposits = deposits;
  }

  /**
   * @throws Refusal {@code not-found} when it is not in these books
   */
  @Transactional(readOnly = true)
  public String nameOf(Actor actor, Subject subject, long id) {
    return switch (subject) {
      case MONEY -> moneyLines.find(actor.booksId(), new MoneyInId(id)).moneyIn().words();
      case CUSTOMER -> customers.one(actor.booksId(), new CustomerId(id)).name();
      case DEPOSIT -> deposits.nameOf(actor.booksId(), id);
      case ITEM ->
          items.find(actor.booksId(), List.of(new ItemId(id))).values().stream()
              .findFirst()
              .orElseThrow(() -> new Refusal("not-found", "There is no such item."))
              .number();
    };
  }
}
