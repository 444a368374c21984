package io.sumbrel.core.proof;

import io.sumbrel.core.deposit.Slip;
import io.sumbrel.core.deposit.SlipLine;
import io.sumbrel.core.deposit.Tie;
import io.sumbrel.core.difference.DifferenceReason;
import io.sumbrel.core.ledger.AccountCode;
import io.sumbrel.core.ledger.JournalLine;
import io.sumbrel.core.openitem.ItemId;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.party.CustomerId;
import io.sumbrel.core.payout.Payout;
import io.sumbrel.core.posting.ItemMovement;
import io.sumbrel.core.posting.Posting;
import io.sumbrel.core.posting.PostingNumber;
import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.core.takings.Takings;
import io.sumbrel.core.tape.Tape;
import io.sumbrel.core.tape.TapeLine;
import io.sumbrel.core.tax.TaxPart;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;

/** All that a posting says, for its hash; and the name under which the record knows it. */
public final class PostingFact {
  private static final String NAME = "posting ";

  private final List<Object> cells;

  private PostingFact(List<?> by) {
    cells = new ArrayList<>(by);
  }

  /**
   * @param by who posted it, who made it, from which file: in whatever order the caller keeps
   * @param items by id: new credits are described by their posting alone
   */
  public static Fact of(Posting posting, List<?> by, Function<ItemId, OpenItem> items) {
    PostingFact fact = new PostingFact(by);
    fact.add(posting.kind(), posting.date());
    fact.add(posting.turnsBack().map(PostingNumber::words).orElse(null));
    fact.add(posting.entry().lines().size());
    posting.entry().lines().forEach(fact::journal);
    fact.add(posting.movements().size());
    posting.movements().forEach(m -> fact.movement(m, items));
    fact.add(posting.tape().isPresent(), posting.tie().isPresent());
    posting.tape().ifPresent(fact::tape);
    posting.tie().ifPresent(fact::tie);
    posting.takings().ifPresent(fact::takings);
    posting.slip().ifPresent(fact::slip);
    posting.payout().ifPresent(fact::payout);
    return Fact.of(NAME + posting.number().words(), fact.cells);
  }

  private void add(Object... values) {
    cells.addAll(Arrays.asList(values));
  }

  private void journal(JournalLine line) {
    add(
        line.account().code(),
        number(line.customer()),
        line.amount().currency().getCurrencyCode(),
        line.amount().minor());
  }

  private void movement(ItemMovement movement, Function<ItemId, OpenItem> items) {
    add(movement.item().number(), movement.kind(), movement.totalDelta(), movement.openDelta());
    if (movement.kind().isBeginning()) {
      OpenItem credit = items.apply(movement.item());
      add(
          credit.kind(),
          credit.number(),
          number(credit.customer()),
          credit.date(),
          credit.currency().getCurrencyCode());
    }
  }

  private void tape(Tape tape) {
    add(tape.money().moneyIn().map(m -> m.id().number()).orElse(null));
    add(tape.money().amountMinor(), tape.money().currency().getCurrencyCode());
    add(tape.lines().size());
    for (TapeLine line : tape.lines()) {
      add(line.kind(), line.amountMinor(), tape.agreed().contains(line), line.note());
      add(
          line.item().map(ItemId::number).orElse(null),
          line.shortPay().orElse(null),
          line.account().map(AccountCode::code).orElse(null),
          number(line.customer()));
      line.returned().ifPresent(m -> add(m.number()));
      line.meantFor().ifPresent(this::add);
      line.exchange()
          .ifPresent(
              e ->
                  add(
                      e.amount().currency().getCurrencyCode(),
                      e.amount().minor(),
                      e.rate().figure(),
                      e.rate().date()));
      reason(line.reason());
      tax(line.tax());
      item(line.item().map(tape.items()::get));
    }
  }

  /** Not what the house calls it, which may change. */
  private void reason(Optional<DifferenceReason> reason) {
    add(
        reason.map(DifferenceReason::code).orElse(null),
        reason.map(DifferenceReason::side).orElse(null),
        reason.map(r -> r.account().code()).orElse(null),
        reason.map(DifferenceReason::tax).orElse(null));
  }

  private void tax(Optional<TaxPart> tax) {
    add(
        tax.map(TaxPart::code).orElse(null),
        tax.map(t -> t.account().code()).orElse(null),
        tax.map(TaxPart::minor).orElse(null));
  }

  /** As it was when the tape was posted. */
  private void item(Optional<OpenItem> then) {
    add(
        then.map(i -> number(i.customer())).orElse(null),
        then.map(OpenItem::totalMinor).orElse(null),
        then.flatMap(OpenItem::taxMinor).orElse(null));
  }

  private void tie(Tie tie) {
    add(tie.bank().code(), tie.currency().getCurrencyCode(), tie.reason().orElse(null));
    add(tie.entries().size());
    tie.entries().forEach(e -> add(e.id().number(), e.amountMinor()));
    add(tie.records().size());
    tie.records().forEach(r -> add(r.id().number(), r.standsOn().code(), r.amountMinor()));
  }

  private void takings(Takings takings) {
    add(takings.till(), takings.currency().getCurrencyCode(), takings.lines().size());
    for (Takings.Line line : takings.lines()) {
      add(line.kind(), line.account().code(), line.amountMinor(), line.note());
      tax(line.tax());
    }
    takings.receipts().forEach(r -> add(r.money().number(), r.standsOn().code(), r.amountMinor()));
  }

  private void slip(Slip slip) {
    add(slip.id().number(), slip.number(), slip.bank().code(), slip.currency().getCurrencyCode());
    add(slip.receipts().size());
    slip.receipts().forEach(r -> add(r.id().number(), r.standsOn().code(), r.amountMinor()));
    for (SlipLine line : slip.lines()) {
      add(line.kind(), line.account().code(), line.amountMinor(), line.note());
    }
  }

  private void payout(Payout payout) {
    add(payout.id().number(), payout.reference(), payout.balance().code());
    add(payout.currency().getCurrencyCode(), payout.parts().size());
    for (Payout.Part part : payout.parts()) {
      add(part.kind(), part.number(), part.amountMinor());
      add(
          part.money().map(MoneyInId::number).orElse(null),
          part.account().map(AccountCode::code).orElse(null));
      tax(part.tax());
    }
    payout.receipts().forEach(r -> add(r.id().number(), r.standsOn().code(), r.amountMinor()));
  }

  private static Long number(Optional<CustomerId> customer) {
    return customer.map(CustomerId::number).orElse(null);
  }
}
