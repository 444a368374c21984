package io.sumbrel.server.desk;

import io.sumbrel.core.money.Money;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.party.CustomerId;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.core.tape.TapeLine;
import io.sumbrel.core.tape.UsualPlacing;
import io.sumbrel.server.openitem.Items;
import io.sumbrel.server.party.Customers;
import io.sumbrel.server.people.Actor;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** The tape with which a receipt of a known customer begins. */
@Component
public class UsualTape {
  private final Items items;
  private final Customers customers;
  private final ShownItems shown;

  UsualTape(Items items, Customers customers, ShownItems shown) {
    this.items = items;
    this.customers = customers;
    this.shown = shown;
  }

  /**
   * What a receipt usually pays.
   *
   * @throws Refusal {@code not-found} where there is no such customer, {@code amount} of nothing
   */
  @Transactional(readOnly = true)
  public List<LineView> of(Actor actor, CustomerId customer, Money amount, LocalDate received) {
    customers.one(actor.booksId(), customer);
    if (amount.minor() <= 0) {
      throw new Refusal("amount", "A receipt is more than nothing.");
    }
    List<OpenItem> open = items.open(actor.booksId(), customer);
    List<TapeLine> lines = UsualPlacing.of(customer, open, amount);
    ShownItems.Named named = new ShownItems.Named();
    named.add(lines);
    LineView.Shown all =
        shown.of(
            actor.booksId(),
            named,
            Optional.of(new ShownItems.In(amount.currency(), Optional.of(received))));
    return lines.stream().map(l -> LineView.of(l, all)).toList();
  }
}
