package io.sumbrel.core.tape;

import io.sumbrel.core.difference.DifferenceReason;
import io.sumbrel.core.ledger.AccountCode;
import io.sumbrel.core.ledger.StandardAccount;
import io.sumbrel.core.money.AmountText;
import io.sumbrel.core.money.ExchangeRate;
import io.sumbrel.core.money.Money;
import io.sumbrel.core.openitem.ItemId;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.receipt.MoneyIn;
import io.sumbrel.core.refusal.Refusal;
import io.sumbrel.core.rules.Release;
import java.util.EnumSet;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** The rules of a tape, in the order in which a clerk would want to hear of them. */
final class TapeRules {
  private static final Set<LineKind> PAID_OUT =
      EnumSet.of(
          LineKind.TO_ACCOUNT,
          LineKind.TRANSFER,
          LineKind.CREDIT_USED,
          LineKind.REOPENS,
          LineKind.CREDIT_BACK,
          LineKind.TAKEN_BACK,
          LineKind.OWED);
  private static final Set<LineKind> PLACES =
      EnumSet.of(LineKind.SETTLES, LineKind.CREDIT_USED, LineKind.REOPENS, LineKind.CREDIT_BACK);
  private static final Set<LineKind> WITHOUT_MONEY =
      EnumSet.of(
          LineKind.CREDIT_USED,
          LineKind.GRANTED,
          LineKind.SETTLES,
          LineKind.TO_ACCOUNT,
          LineKind.ON_ACCOUNT,
          LineKind.TO_PAY);

  private final TapeMoney money;
  private final List<TapeLine> lines;
  private final TapeFacts facts;

  private TapeRules(TapeMoney money, List<TapeLine> lines, TapeFacts facts) {
    this.money = money;
    this.lines = lines;
    this.facts = facts;
  }

  /** Also says which differences count towards no limit. */
  static Set<TapeLine> require(TapeMoney money, List<TapeLine> lines, TapeFacts facts) {
    TapeRules rules = new TapeRules(money, lines, facts);
    if (lines.size() > Tape.MOST_LINES) {
      throw Tape.tooManyLines();
    }
    if (lines.isEmpty()) {
      throw new Refusal("empty-tape", "Nothing is on the tape yet.");
    }
    lines.forEach(rules::requireLine);
    rules.requireEachItemOnce();
    Set<TapeLine> agreed = new DifferenceRules(money, lines, facts).require();
    Tape.requireZero(money, lines);
    if (facts.limits().release() == Release.BY_A_SECOND_PERSON && !facts.secondPerson()) {
      throw new Refusal("release", "In this house a second person releases every posting.");
    }
    return agreed;
  }

  private void requireLine(TapeLine line) {
    if (line.amountMinor() <= 0) {
      throw new Refusal(
          "line-amount",
          "The amount of “%s” must be above %s; it is %s."
              .formatted(
                  line.kind().words(),
                  Money.zero(line.amount().currency()).words(),
                  line.amount().words()));
    }
    if (!line.amount().currency().equals(money.currency())) {
      throw new Refusal(
          "currency",
          "“%s” is in %s, the money is in %s."
              .formatted(line.kind().words(), line.amount().currency(), money.currency()));
    }
    if (money.isPaidOut() && !PAID_OUT.contains(line.kind())) {
      throw new Refusal(
          "paid-out",
          "Money paid out goes to an account, to another bank account, repays a credit, or returns a receipt.");
    }
    if (!money.isPaidOut() && (line.kind().isOfReturn() || line.kind() == LineKind.OWED)) {
      throw new Refusal(
          "not-paid-out", "“%s” is of money that was paid out.".formatted(line.kind().words()));
    }
    if (money.moneyIn().isEmpty() && !WITHOUT_MONEY.contains(line.kind())) {
      throw new Refusal(
          "no-money", "“%s” needs money that came in.".formatted(line.kind().words()));
    }
    if (line.kind() == LineKind.TO_PAY) {
      requireToPay();
    }
    if (line.note().length() > TapeLine.MOST_NOTE) {
      throw new Refusal("note", "A note holds up to %d letters.".formatted(TapeLine.MOST_NOTE));
    }
    requireMeantFor(line);
    if (line.exchange().isPresent() && !PLACES.contains(line.kind())) {
      throw new Refusal("rate", "Only what is placed on an item has a rate.");
    }
    if (line.tax().isPresent() && line.kind() != LineKind.TO_ACCOUNT) {
      throw new Refusal("tax-code", "Only what goes to an account has a tax code.");
    }
    switch (line.kind()) {
      case SETTLES -> requireSettles(line, itemInItsCurrency(line));
      case CREDIT_USED -> requireCredit(line, itemInItsCurrency(line));
      case KEPT_BACK, GRANTED -> requireReason(line);
      case TO_ACCOUNT -> requireFreeAccount(line);
      case TRANSFER -> requireOtherBank(line);
      case REOPENS, CREDIT_BACK, TAKEN_BACK -> requireReturn(line);
      case ON_ACCOUNT, OWED -> {
        if (line.customer().isEmpty()) {
          throw new Refusal(
              "no-customer", "“%s” needs its customer.".formatted(line.kind().words()));
        }
      }
      case UNIDENTIFIED, TO_PAY -> {}
    }
  }

  private static void requireMeantFor(TapeLine line) {
    if (line.meantFor().isPresent() && line.kind() != LineKind.ON_ACCOUNT) {
      throw new Refusal("meant-for", "Only what stays on account is meant for what is to come.");
    }
    if (line.meantFor().filter(n -> n.isBlank() || n.length() > TapeLine.MOST_NUMBER).isPresent()) {
      throw new Refusal(
          "meant-for",
          "A number has one to %d letters and digits.".formatted(TapeLine.MOST_NUMBER));
    }
  }

  /** What the bank has shown is paid already; what is to be paid is decided by two. */
  private void requireToPay() {
    if (money.moneyIn().isPresent()) {
      throw new Refusal("to-pay", "What is to be paid back is decided on a tape without money.");
    }
    if (!facts.secondPerson()) {
      throw new Refusal(
          "second-person", "Paying back is decided by two: it waits for a second person.");
    }
  }

  private void requireSettles(TapeLine line, OpenItem item) {
    if (item.isSettled()) {
      throw new Refusal(
          "settled",
          item.number() + " is settled already; its open amount is " + item.openWords() + ".");
    }
    if (item.kind().isCredit()) {
      throw new Refusal(
          "credit", item.number() + " is a credit: it is used, it cannot be settled.");
    }
    if (line.itemMinor() > item.openMinor()) {
      throw new Refusal(
          "more-than-open",
          "%s is more than is open on %s: %s."
              .formatted(ofItem(line, item), item.number(), item.openWords()));
    }
    if (item.kind().isOnItsWay()) {
      requireMet(line, item);
    }
  }

  private void requireCredit(TapeLine line, OpenItem item) {
    if (!item.kind().isCredit()) {
      throw new Refusal("credit", item.number() + " is no credit that could be used.");
    }
    if (line.itemMinor() > -item.openMinor()) {
      throw new Refusal(
          item.isSettled() ? "settled" : "more-than-open",
          "%s is more than is left of the credit %s: %s."
              .formatted(ofItem(line, item), item.number(), item.openWords()));
    }
    if (item.kind().isOnItsWay()) {
      requireMet(line, item);
    }
  }

  private void requireOtherBank(TapeLine line) {
    requireEntryOfBank();
    AccountCode other =
        line.account()
            .orElseThrow(
                () -> new Refusal("transfer", "Choose the other bank account of the house."));
    facts.chart().bank(other);
    if (facts.standsOn().equals(Optional.of(other))) {
      throw new Refusal("transfer", "An own transfer goes to another bank account than its own.");
    }
  }

  private void requireEntryOfBank() {
    if (money.moneyIn().flatMap(MoneyIn::bankLine).isEmpty()) {
      throw new Refusal("transfer", "Only an entry of the bank is an own transfer.");
    }
  }

  /** What is on its way between own accounts, or to a customer, is met by the bank, whole. */
  private void requireMet(TapeLine line, OpenItem item) {
    if (money.moneyIn().flatMap(MoneyIn::bankLine).isEmpty()) {
      throw new Refusal(
          "on-its-way",
          "%s is on its way, %s; only an entry of the bank meets it."
              .formatted(item.number(), item.kind().words()));
    }
    if (money.isPaidOut() != item.kind().isCredit()) {
      throw new Refusal(
          "on-its-way", "%s is on its way, %s.".formatted(item.number(), item.kind().words()));
    }
    if (line.itemMinor() != Math.abs(item.openMinor()) || line.shortPay().isPresent()) {
      throw new Refusal(
          "on-its-way",
          "%s, %s, is met whole, %s; what was kept of it is a line of its own."
              .formatted(
                  item.number(),
                  item.kind().words(),
                  AmountText.words(Math.abs(item.openMinor()), item.currency())));
    }
  }

  private void requireReturn(TapeLine line) {
    ReturnedPayment receipt =
        line.returned()
            .map(facts.receipts()::get)
            .orElseThrow(() -> new Refusal("no-receipt", "Choose the receipt that is returned."));
    receipt.require(line, money.date());
    if (line.kind() == LineKind.TAKEN_BACK) {
      return;
    }
    OpenItem item = itemInItsCurrency(line);
    if (Math.abs(item.openMinor()) + line.itemMinor() > Math.abs(item.totalMinor())) {
      throw new Refusal(
          "total-changed-since",
          "The total of %s was lowered since it was settled; %s of it cannot open again."
              .formatted(item.number(), ofItem(line, item)));
    }
  }

  private static String ofItem(TapeLine line, OpenItem item) {
    return AmountText.words(line.itemMinor(), item.currency());
  }

  /** An item on which money is placed: in the currency of the money, or at a rate. */
  private OpenItem itemInItsCurrency(TapeLine line) {
    OpenItem item = itemOf(line);
    if (item.currency().equals(money.currency())) {
      if (line.exchange().isPresent()) {
        throw new Refusal("rate", item.number() + " needs no rate: it is in the same currency.");
      }
      return item;
    }
    Optional<ExchangeRate> known =
        facts.rates().stream().filter(r -> r.of().equals(item.currency())).findFirst();
    Exchange exchange =
        line.exchange()
            .filter(e -> money.moneyIn().isPresent())
            .orElseThrow(() -> otherCurrency(item, known));
    if (line.kind().isOfReturn()) {
      return item;
    }
    if (!item.kind().isTransfer() && !known.equals(Optional.of(exchange.rate()))) {
      throw known
          .map(
              r ->
                  new Refusal(
                      "rate",
                      "%s is taken at %s now; take the item once more."
                          .formatted(item.number(), r.words())))
          .orElseGet(() -> otherCurrency(item, known));
    }
    if (!exchange.isWorth(line.amount())) {
      throw new Refusal(
          "rate",
          "At %s, %s is not %s."
              .formatted(exchange.rate().words(), exchange.amount(), line.amount()));
    }
    return item;
  }

  private Refusal otherCurrency(OpenItem item, Optional<ExchangeRate> known) {
    String why =
        known.isPresent() || money.moneyIn().isEmpty()
            ? ""
            : " No rate between them is known on %s; a supervisor brings rates in under Rules."
                .formatted(money.date());
    return new Refusal(
        "currency",
        "%s is in %s, the money is in %s.%s"
            .formatted(item.number(), item.currency(), money.currency(), why));
  }

  private void requireReason(TapeLine line) {
    DifferenceReason reason =
        line.reason()
            .filter(r -> LineKind.of(r) == line.kind())
            .orElseThrow(
                () -> new Refusal("no-reason", "“" + line.kind().words() + "” needs a reason."));
    if (reason.equals(DifferenceReason.EXCHANGE) && !hasExchange()) {
      throw new Refusal(
          "no-exchange", "“%s” is of an item in another currency.".formatted(reason.words()));
    }
    if ((reason.namesItem() || line.item().isPresent()) && itemOf(line).kind().isTransfer()) {
      throw new Refusal(
          "transfer", "“%s” is no reason on an own transfer.".formatted(reason.words()));
    }
  }

  private void requireFreeAccount(TapeLine line) {
    AccountCode code =
        line.account()
            .orElseThrow(() -> new Refusal("no-account", "Choose the account it goes to."));
    boolean isGain = code.equals(StandardAccount.EXCHANGE_DIFFERENCES.code()) && hasExchange();
    if (!isGain) {
      facts.chart().free(code);
    }
    line.tax()
        .filter(t -> !t.equals(facts.chart().taxIn(t.code(), line.amountMinor(), money.date())))
        .ifPresent(
            t -> {
              throw new Refusal(
                  "tax-code",
                  "The tax of %s is not what tax code %s gives on %s."
                      .formatted(line.amount().words(), t.code(), money.date()));
            });
  }

  private OpenItem itemOf(TapeLine line) {
    ItemId id =
        line.item()
            .orElseThrow(
                () -> new Refusal("no-item", "“" + line.kind().words() + "” needs its item."));
    OpenItem item = facts.items().get(id);
    if (item == null) {
      throw new Refusal("unknown-item", "An item of the tape is not in these books.");
    }
    return item;
  }

  private boolean hasExchange() {
    return lines.stream().anyMatch(l -> l.exchange().isPresent());
  }

  private void requireEachItemOnce() {
    Set<ItemId> seen = new HashSet<>();
    for (TapeLine line : lines) {
      boolean places = PLACES.contains(line.kind());
      if (places && !seen.add(line.item().orElseThrow())) {
        throw new Refusal("twice", itemOf(line).number() + " stands on the tape twice.");
      }
    }
  }

  private String words(long minor) {
    return AmountText.words(minor, money.currency());
  }
}
