package io.sumbrel.core.tape;

import io.sumbrel.core.difference.DifferenceReason;
import io.sumbrel.core.money.AmountText;
import io.sumbrel.core.money.ExchangeRate;
import io.sumbrel.core.money.Money;
import io.sumbrel.core.openitem.ItemId;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.receipt.MoneyInId;
import io.sumbrel.core.refusal.Refusal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.ToLongFunction;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * A receipt of which the bank takes money back: a bounced cheque, a recalled debit. The receipt
 * stays in the books; what it settled opens again, and what was granted with it goes back.
 *
 * @param receipt the tape by which it was explained
 * @param credits money of it that stayed as credit, as that stands now
 * @param uses the lines of each tape that used that credit since, and stands, the last first
 * @param before lines by which parts of it were returned already
 */
public record ReturnedPayment(
    Tape receipt, List<OpenItem> credits, List<List<TapeLine>> uses, List<TapeLine> before) {
  public ReturnedPayment {
    credits = List.copyOf(credits);
    uses = List.copyOf(uses);
    before = List.copyOf(before);
    if (receipt.money().moneyIn().isEmpty() || receipt.money().isPaidOut()) {
      throw new IllegalArgumentException("no receipt: " + receipt.money());
    }
  }

  /** The sum that was received. */
  public MoneyInId money() {
    return receipt.money().moneyIn().orElseThrow().id();
  }

  /** What the money that stayed as credit has settled since, what was placed last first. */
  private List<TapeLine> since() {
    Set<ItemId> own = credits.stream().map(OpenItem::id).collect(Collectors.toSet());
    List<TapeLine> since = new ArrayList<>();
    for (List<TapeLine> use : uses) {
      long used =
          use.stream()
              .filter(l -> l.kind() == LineKind.CREDIT_USED && own.contains(l.item().orElseThrow()))
              .mapToLong(TapeLine::amountMinor)
              .sum();
      List<TapeLine> lastFirst = new ArrayList<>(use);
      Collections.reverse(lastFirst);
      for (TapeLine line : lastFirst) {
        long settled = Math.min(used, line.amountMinor());
        if (line.kind() == LineKind.SETTLES && settled > 0) {
          since.add(part(TapeLine.settles(line.item().orElseThrow(), money(settled)), line));
          used -= settled;
        }
      }
    }
    return since;
  }

  /** Whether anything of it can be returned: a transfer of the house's own money is no receipt. */
  public boolean isReturnable() {
    return receipt.items().values().stream().noneMatch(i -> i.kind().isTransfer())
        && receipt.lines().stream().noneMatch(l -> l.kind() == LineKind.TRANSFER)
        && (receipt.lines().stream().anyMatch(l -> standing(l).minor() > 0)
            || credits.stream().anyMatch(c -> !c.isSettled())
            || since().stream().anyMatch(l -> standing(l).minor() > 0));
  }

  /**
   * The lines of the tape by which so much goes back. All of it is the mirror of the receipt. A
   * part takes money that stayed as credit first, then opens what that was used for since, then
   * what was placed last; what was granted on an item goes back where that opens whole. What cannot
   * go back so is left to place; of a whole receipt the customer owes it whose credit was paid out.
   *
   * @param out above zero, in minor units
   */
  public List<TapeLine> lines(long out) {
    List<TapeLine> lines = new ArrayList<>();
    boolean whole = out == receipt.money().amountMinor() && before.isEmpty();
    long left = out;
    for (OpenItem credit : credits) {
      long used = Math.min(left, -credit.openMinor());
      if (used > 0) {
        lines.add(TapeLine.creditUsed(credit.id(), money(used)));
        left -= used;
      }
    }
    for (TapeLine settled : since()) {
      long reopened = Math.min(left, standing(settled).minor());
      if (reopened > 0) {
        lines.add(reopens(settled, money(reopened)));
        left -= reopened;
      }
    }
    if (whole) {
      receipt.lines().forEach(l -> mirror(l).ifPresent(lines::add));
      owedAgain(lines).ifPresent(lines::add);
      return joined(lines);
    }
    List<TapeLine> lastFirst = new ArrayList<>(receipt.lines());
    Collections.reverse(lastFirst);
    for (TapeLine line : lastFirst) {
      if (line.kind() == LineKind.SETTLES && standing(line).minor() > 0) {
        left -= open(line, left, lines);
      }
    }
    return joined(lines);
  }

  /** What was paid out of the credit since, or went on to another account, is owed again. */
  private Optional<TapeLine> owedAgain(List<TapeLine> lines) {
    long left = lines.stream().mapToLong(l -> l.signedMinor(true)).sum() - amountMinor();
    return credits.stream()
        .flatMap(c -> c.customer().stream())
        .findFirst()
        .filter(c -> left < 0)
        .map(c -> TapeLine.owed(c, money(-left)));
  }

  private long amountMinor() {
    return receipt.money().amountMinor();
  }

  /** An item that opens again by the receipt and by its credit stands on the tape once. */
  private List<TapeLine> joined(List<TapeLine> lines) {
    List<TapeLine> joined = new ArrayList<>();
    for (TapeLine line : lines) {
      int at = line.kind() == LineKind.REOPENS ? indexOfReopened(joined, line) : -1;
      if (at < 0) {
        joined.add(line);
      } else {
        joined.set(at, sum(joined.get(at), line));
      }
    }
    return joined;
  }

  private static int indexOfReopened(List<TapeLine> lines, TapeLine line) {
    for (int i = 0; i < lines.size(); i++) {
      if (lines.get(i).kind() == LineKind.REOPENS && lines.get(i).item().equals(line.item())) {
        return i;
      }
    }
    return -1;
  }

  /** Opens an item whole with what was granted on it, or by what is left; says how much went. */
  private long open(TapeLine settled, long left, List<TapeLine> lines) {
    List<TapeLine> granted =
        receipt.lines().stream()
            .filter(l -> l.reason().isPresent() && l.item().equals(settled.item()))
            .filter(l -> standing(l).minor() > 0)
            .toList();
    long net =
        standing(settled).minor() - granted.stream().mapToLong(l -> standing(l).minor()).sum();
    if (left >= net) {
      mirror(settled).ifPresent(lines::add);
      granted.forEach(l -> mirror(l).ifPresent(lines::add));
      return net;
    }
    if (left > 0) {
      lines.add(reopens(settled, money(left)));
    }
    return left;
  }

  private TapeLine reopens(TapeLine settled, Money amount) {
    return part(TapeLine.reopens(money(), settled.item().orElseThrow(), amount), settled);
  }

  private TapeLine sum(TapeLine one, TapeLine other) {
    TapeLine both =
        TapeLine.reopens(money(), one.item().orElseThrow(), one.amount().plus(other.amount()));
    return one.exchange().isPresent() && other.exchange().isPresent()
        ? both.at(one.exchange().get().plus(other.exchange().get()))
        : both;
  }

  /** The line that undoes a part of one, or all that stands: in the currency of its item too. */
  private TapeLine part(TapeLine back, TapeLine of) {
    if (of.exchange().isEmpty()) {
      return back;
    }
    Exchange whole = of.exchange().get();
    long gone = returnedOf(of).mapToLong(TapeLine::itemMinor).sum();
    Exchange standing =
        new Exchange(
            Money.ofMinor(whole.amount().currency(), whole.amount().minor() - gone), whole.rate());
    return back.at(
        back.amount().equals(standing(of))
            ? standing
            : standing.share(back.amount(), standing(of)));
  }

  /** The line that undoes what stands of one; none for money that stays as credit. */
  private Optional<TapeLine> mirror(TapeLine line) {
    Money amount = standing(line);
    if (amount.minor() <= 0) {
      return Optional.empty();
    }
    return switch (line.kind()) {
      case SETTLES -> Optional.of(reopens(line, amount));
      case CREDIT_USED ->
          Optional.of(part(TapeLine.creditBack(money(), line.item().orElseThrow(), amount), line));
      case KEPT_BACK, GRANTED -> Optional.of(TapeLine.takenBack(money(), line, amount));
      case TO_ACCOUNT -> Optional.of(line);
      default -> Optional.empty();
    };
  }

  /** What is not returned yet of a line of the receipt. */
  private Money standing(TapeLine line) {
    long returned = returnedOf(line).mapToLong(TapeLine::amountMinor).sum();
    return money(Math.max(0, line.amountMinor() - returned));
  }

  private Stream<TapeLine> returnedOf(TapeLine line) {
    return before.stream().filter(b -> isOf(b, line));
  }

  private static boolean isOf(TapeLine back, TapeLine line) {
    boolean sameKind =
        switch (back.kind()) {
          case REOPENS -> line.kind() == LineKind.SETTLES;
          case CREDIT_BACK -> line.kind() == LineKind.CREDIT_USED;
          case TAKEN_BACK ->
              line.kind() != LineKind.TAKEN_BACK && codeOf(back).equals(codeOf(line));
          default -> false;
        };
    return sameKind && back.item().equals(line.item());
  }

  private static boolean isSame(TapeLine one, TapeLine other) {
    return one.kind() == other.kind()
        && one.item().equals(other.item())
        && codeOf(one).equals(codeOf(other));
  }

  /** What the house calls it may have changed since. */
  private static Optional<String> codeOf(TapeLine line) {
    return line.reason().map(DifferenceReason::code);
  }

  /**
   * Whether a line of a new tape returns no more than stands of the receipt.
   *
   * @param date of the new tape
   * @throws Refusal {@code more-than-received}, {@code returned-before}
   */
  void require(TapeLine back, LocalDate date) {
    if (date.isBefore(receipt.money().date())) {
      throw new Refusal(
          "returned-before",
          "The receipt is of %s; nothing of it goes back before that."
              .formatted(receipt.money().date()));
    }
    long standing = standingOf(back, TapeLine::amountMinor);
    if (back.amountMinor() > standing) {
      throw new Refusal(
          "more-than-received",
          "“%s” is %s; of that receipt %s stands."
              .formatted(
                  back.kind().words(),
                  back.amount().words(),
                  AmountText.words(standing, back.amount().currency())));
    }
    requireSameRate(back, standing);
  }

  private long standingOf(TapeLine back, ToLongFunction<TapeLine> minor) {
    return Stream.concat(receipt.lines().stream(), since().stream())
            .filter(l -> isOf(back, l))
            .mapToLong(minor)
            .sum()
        - before.stream().filter(b -> isSame(b, back)).mapToLong(minor).sum();
  }

  /** What was settled at a rate opens again at the same: all of it with all of the money. */
  private void requireSameRate(TapeLine back, long standing) {
    Optional<ExchangeRate> then =
        Stream.concat(receipt.lines().stream(), since().stream())
            .filter(l -> isOf(back, l))
            .flatMap(l -> l.exchange().stream())
            .map(Exchange::rate)
            .findFirst();
    long ofItem = standingOf(back, TapeLine::itemMinor);
    boolean isWhole = back.amountMinor() == standing;
    if (!then.equals(back.exchange().map(Exchange::rate))
        || back.itemMinor() > ofItem
        || then.isPresent() && isWhole && back.itemMinor() != ofItem) {
      throw new Refusal(
          "rate", "What was settled in another currency opens again at the rate of then.");
    }
  }

  private Money money(long minor) {
    return Money.ofMinor(receipt.money().currency(), minor);
  }
}
