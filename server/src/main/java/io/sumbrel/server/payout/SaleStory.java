package io.sumbrel.server.payout;

import io.sumbrel.core.posting.PostingNumber;
import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.server.deposit.Deposits;
import io.sumbrel.server.deposit.Payouts;
import io.sumbrel.server.ledger.Claims;
import io.sumbrel.server.receipt.MoneyLines;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** A sale with its fee, what was paid back, and what became of it, read together. */
@Component
class SaleStory {
  private final Payouts payouts;
  private final MoneyLines moneyLines;
  private final Claims claims;

  SaleStory(Payouts payouts, MoneyLines moneyLines, Claims claims) {
    this.payouts = payouts;
    this.moneyLines = moneyLines;
    this.claims = claims;
  }

  /**
   * One row of it.
   *
   * @param payout in which it stands
   * @param postedBy the number of the posting that says what it is
   */
  record ToldView(
      long depositId,
      String payout,
      LocalDate date,
      String kind,
      long amountMinor,
      String text,
      Optional<String> postedBy) {}

  /**
   * All rows of the same sale, of every payout of the processor, as they came.
   *
   * @param sumMinor what is left of it
   */
  record StoryView(String number, String currency, List<ToldView> rows, long sumMinor) {}

  /**
   * @throws io.sumbrel.core.refusal.Refusal {@code not-found}; {@code no-number} where the
   *     processor gave the row none
   */
  @Transactional(readOnly = true)
  public StoryView of(long booksId, long payout, long member) {
    List<Payouts.OfSale> rows = payouts.ofSale(booksId, payout, member);
    Deposits.StoredMember first = rows.get(0).row();
    Map<Long, MoneyInId> money =
        moneyLines.ofMembers(rows.stream().map(r -> r.row().id()).toList());
    Map<MoneyInId, Claims.Claim> claimed = claims.some(List.copyOf(money.values()));
    Map<Long, PostingNumber> posted =
        claims.numbers(rows.stream().flatMap(r -> r.postedId().stream()).toList());
    return new StoryView(
        first.saleNumber(),
        first.currency().getCurrencyCode(),
        rows.stream()
            .map(
                r ->
                    new ToldView(
                        r.depositId(),
                        r.reference(),
                        r.row().member().date(),
                        r.row().member().kind().words(),
                        r.row().member().amountMinor(),
                        r.row().member().text().replace('\n', ' '),
                        money.containsKey(r.row().id())
                            ? Optional.ofNullable(claimed.get(money.get(r.row().id())))
                                .map(c -> c.number().words())
                            : r.postedId().map(posted::get).map(PostingNumber::words)))
            .toList(),
        rows.stream().mapToLong(r -> r.row().member().amountMinor()).sum());
  }
}
