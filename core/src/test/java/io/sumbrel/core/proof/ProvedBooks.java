package io.sumbrel.core.proof;

import io.sumbrel.core.ledger.AccountCode;
import io.sumbrel.core.ledger.JournalEntry;
import io.sumbrel.core.ledger.JournalLine;
import io.sumbrel.core.ledger.StandardAccount;
import io.sumbrel.core.money.Money;
import io.sumbrel.core.openitem.ItemId;
import io.sumbrel.core.openitem.ItemKind;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.party.CustomerId;
import io.sumbrel.core.posting.ItemMovement;
import io.sumbrel.core.posting.Posting;
import io.sumbrel.core.posting.PostingKind;
import io.sumbrel.core.posting.PostingNumber;
import io.sumbrel.core.posting.TapePosted;
import io.sumbrel.core.receipt.MoneyIn;
import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.core.tape.Tape;
import io.sumbrel.core.tape.TapeLine;
import io.sumbrel.core.tape.TapeMoney;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Currency;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** Small books that are right; a test breaks one thing in them. */
abstract class ProvedBooks {
  static final Currency USD = Currency.getInstance("USD");
  static final AccountCode BANK = new AccountCode("1010");
  static final LocalDate DAY = LocalDate.of(2026, 11, 16);
  static final AuditKey KEY = new AuditKey(new byte[AuditKey.BYTES]);
  static final CustomerId CUSTOMER = new CustomerId(1);
  static final MoneyIn MONEY =
      new MoneyIn(
          new MoneyInId(1), USD, 500, DAY, Optional.empty(), Optional.empty(), "", List.of());

  final OpenItem billed = item(500);
  final Tape tape =
      new Tape(
          TapeMoney.of(MONEY),
          List.of(TapeLine.settles(billed.id(), usd(500))),
          Map.of(billed.id(), billed),
          Set.of());
  final List<Posting> postings = new ArrayList<>();
  OpenItem item = item(0);
  Optional<PostingNumber> claim = Optional.of(new PostingNumber(2026, 2));
  long closing = 500;
  Optional<BooksFacts.Kept> kept = Optional.empty();
  BooksFacts.Intake intake = new BooksFacts.Intake("s", 1, 500, 1, 500, 0, 0, 0, 0);
  long keyedFrom = 1;
  List<AuditLine> audit = audit("first", "second");
  List<BooksFacts.Deposit> deposits = List.of();
  List<BooksFacts.OnHand> onHand = List.of();
  Set<MoneyInId> setAside = Set.of();
  List<Fact> standing = List.of();

  private static Money usd(long minor) {
    return Money.ofMinor(USD, minor);
  }

  ProvedBooks() {
    JournalEntry seen =
        new JournalEntry(
            DAY,
            List.of(
                JournalLine.debit(StandardAccount.RECEIVABLES.code(), Money.ofMinor(USD, 500))
                    .of(CUSTOMER),
                JournalLine.credit(
                    StandardAccount.BILLING_CLEARING.code(), Money.ofMinor(USD, 500))));
    postings.add(
        posting(
            1,
            PostingKind.ITEMS_READ,
            seen,
            new ItemMovement(item.id(), ItemMovement.Kind.FIRST_SEEN, 500, 500),
            Optional.empty()));
    postings.add(
        posting(
            2,
            PostingKind.TAPE,
            TapePosted.journal(tape, Optional.of(BANK), DAY),
            new ItemMovement(item.id(), ItemMovement.Kind.PLACED, 0, -500),
            Optional.of(tape)));
  }

  static OpenItem item(long open) {
    return new OpenItem(
        new ItemId(1),
        ItemKind.INVOICE,
        Optional.of(CUSTOMER),
        "T-1",
        DAY,
        Optional.empty(),
        USD,
        500,
        open,
        Optional.empty(),
        Optional.empty(),
        Optional.empty());
  }

  static Posting posting(
      int number, PostingKind kind, JournalEntry entry, ItemMovement move, Optional<Tape> tape) {
    return new Posting(
        new PostingNumber(2026, number),
        kind,
        entry,
        List.of(move),
        tape,
        Optional.empty(),
        Optional.empty(),
        Optional.empty(),
        Optional.empty(),
        Optional.empty());
  }

  static Act act(String actor, String name, Fact... facts) {
    return new Act(ActorKind.PERSON, actor, name, "x", "", List.of(facts));
  }

  static List<AuditLine> audit(String... acts) {
    List<AuditLine> lines = new ArrayList<>();
    String previous = AuditLine.BEGINNING;
    for (String act : acts) {
      lines.add(AuditLine.next(lines.size() + 1L, "2026", act("Ines", act), previous, KEY));
      previous = lines.get(lines.size() - 1).hash();
    }
    return lines;
  }

  List<Integer> broken() {
    BooksFacts facts =
        new BooksFacts(
            List.of(new BooksFacts.Account(BANK, DAY.minusDays(9), Money.zero(USD))),
            List.of(new BooksFacts.Statement(BANK, DAY, 500, Optional.of(closing))),
            List.of(new BooksFacts.Entry(BANK, MONEY, claim)),
            List.of(),
            setAside,
            deposits,
            onHand,
            List.of(item),
            kept,
            BooksFacts.Made.unrecorded(postings),
            List.of(intake),
            new AuditTrail(1, audit, Optional.of(KEY), keyedFrom),
            standing,
            Optional.empty());
    return Proof.of(facts).lines().stream().filter(l -> !l.holds()).map(ProofLine::number).toList();
  }
}
