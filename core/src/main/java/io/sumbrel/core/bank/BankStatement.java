package io.sumbrel.core.bank;

import io.sumbrel.core.money.AmountText;
import io.sumbrel.core.refusal.Refusal;
import java.util.Currency;
import java.util.List;
import java.util.Objects;
import java.util.stream.Stream;

/** What a bank states about one account: its entries, mostly between two balances. */
public record BankStatement(StatementFrame frame, List<StatementEntry> entries) {

  public BankStatement {
    Objects.requireNonNull(frame);
    entries = List.copyOf(entries);
  }

  public String account() {
    return frame.account();
  }

  public Currency currency() {
    return frame.currency();
  }

  public String number() {
    return frame.number();
  }

  /** Booked money in, summed, in minor units. */
  public long inMinor() {
    return booked().mapToLong(StatementEntry::amountMinor).filter(a -> a > 0).sum();
  }

  /** Booked money out, summed, in minor units; zero or below. */
  public long outMinor() {
    return booked().mapToLong(StatementEntry::amountMinor).filter(a -> a < 0).sum();
  }

  /** How many booked entries bring money in ({@code 1}) or take it out ({@code -1}). */
  public long count(int sign) {
    return booked().filter(e -> Long.signum(e.amountMinor()) == sign).count();
  }

  public long bookedCount() {
    return booked().count();
  }

  /** What the booked entries come to, in minor units. */
  public long movedMinor() {
    return inMinor() + outMinor();
  }

  /**
   * Whether the opening and the booked entries make the closing; so it is where neither is stated.
   */
  public boolean addsUp() {
    return offMinor() == 0;
  }

  private long offMinor() {
    return frame.hasBalances()
        ? frame.closing().get().minor() - frame.opening().get().minor() - movedMinor()
        : 0;
  }

  /**
   * @throws Refusal {@code does-not-add-up} when opening and entries do not make the closing; names
   *     the difference and, where one entry explains it, that entry
   */
  public void requireAddsUp() {
    if (addsUp()) {
      return;
    }
    long difference = offMinor();
    long opening = frame.opening().orElseThrow().minor();
    String hint =
        booked()
            .filter(e -> e.amountMinor() == -difference || e.amountMinor() * -2 == difference)
            .findFirst()
            .map(e -> hint(e, difference))
            .orElse("An entry of " + words(difference) + " may be missing.");
    throw new Refusal(
        "does-not-add-up",
        "Statement %s does not add up, by %s. Opening %s and %d entries make %s; the file's closing is %s. %s Ask the bank for the file again; nothing of it was stored."
            .formatted(
                number(),
                words(difference),
                words(opening),
                bookedCount(),
                words(opening + movedMinor()),
                words(frame.closing().orElseThrow().minor()),
                hint));
  }

  private String hint(StatementEntry entry, long difference) {
    return entry.amountMinor() == -difference
        ? "The entry of %s at line %d is that much."
            .formatted(words(entry.amountMinor()), entry.place())
        : "The sign of the entry of %s at line %d may be wrong."
            .formatted(words(entry.amountMinor()), entry.place());
  }

  /** The booked entries, which alone count. */
  public List<StatementEntry> bookedEntries() {
    return booked().toList();
  }

  private Stream<StatementEntry> booked() {
    return entries.stream().filter(StatementEntry::isBooked);
  }

  private String words(long minor) {
    return AmountText.words(minor, currency());
  }
}
