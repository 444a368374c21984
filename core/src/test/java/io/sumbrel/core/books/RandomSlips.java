package io.sumbrel.core.books;

import io.sumbrel.core.deposit.MemberKind;
import io.sumbrel.core.deposit.RecordedId;
import io.sumbrel.core.deposit.SlipLine;
import io.sumbrel.core.difference.Authority;
import io.sumbrel.core.ledger.AccountCode;
import io.sumbrel.core.ledger.StandardAccount;
import io.sumbrel.core.proof.BooksFacts;
import java.util.ArrayList;
import java.util.Currency;
import java.util.List;
import java.util.Random;

/** Slips in a random walk: of what is on hand, and now and then of what is not. */
final class RandomSlips {
  private static final Currency USD = Currency.getInstance("USD");

  private final Random random;
  private final Books books;
  int handedIn;

  RandomSlips(Random random, Books books) {
    this.random = random;
    this.books = books;
  }

  void handIn() {
    List<BooksFacts.OnHand> kept =
        books.facts().onHand().stream()
            .filter(o -> o.tie().isEmpty() || random.nextInt(40) == 0)
            .filter(
                o ->
                    o.kind() == MemberKind.CHEQUE
                        || o.kind() == MemberKind.CASH
                        || random.nextInt(40) == 0)
            .filter(o -> random.nextInt(3) != 0)
            .toList();
    List<SlipLine> lines = new ArrayList<>();
    if (random.nextBoolean()) {
      lines.add(line(SlipLine.Kind.GOES_ALONG, StandardAccount.OTHER_INCOME, 4_000));
    }
    if (random.nextInt(3) == 0) {
      lines.add(line(SlipLine.Kind.KEPT_BACK, StandardAccount.PETTY_CASH, 2_000));
    }
    long sum =
        kept.stream().mapToLong(BooksFacts.OnHand::amountMinor).sum()
            + lines.stream().mapToLong(SlipLine::signedMinor).sum();
    long counted = random.nextInt(3) == 0 ? sum + random.nextInt(400) - 200 : sum;
    List<RecordedId> receipts = kept.stream().map(BooksFacts.OnHand::id).toList();
    books.handIn(receipts, lines, counted, new AccountCode("1010"), USD, Authority.CLERK);
    handedIn++;
  }

  private SlipLine line(SlipLine.Kind kind, StandardAccount account, int most) {
    return new SlipLine(kind, account.code(), 1 + random.nextInt(most), "");
  }
}
