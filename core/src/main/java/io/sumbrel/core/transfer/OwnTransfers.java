package io.sumbrel.core.transfer;

import io.sumbrel.core.difference.DifferenceReason;
import io.sumbrel.core.evidence.Evidence;
import io.sumbrel.core.evidence.TextSpan;
import io.sumbrel.core.ledger.AccountCode;
import io.sumbrel.core.ledger.StandardAccount;
import io.sumbrel.core.matching.Certainty;
import io.sumbrel.core.money.ExchangeRate;
import io.sumbrel.core.money.ExchangeRates;
import io.sumbrel.core.money.Money;
import io.sumbrel.core.openitem.OpenItem;
import io.sumbrel.core.receipt.BankLine;
import io.sumbrel.core.receipt.MoneyIn;
import io.sumbrel.core.receipt.OppositeSums;
import io.sumbrel.core.rules.HouseLimits;
import io.sumbrel.core.tape.Exchange;
import io.sumbrel.core.tape.TapeLine;
import io.sumbrel.core.usual.BankText;
import io.sumbrel.core.usual.OtherWay;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Currency;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Supplier;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/**
 * Which entries are halves of own transfers: what is on its way, what another bank account shows
 * the other way, and whose number the bank writes. Immutable.
 */
public final class OwnTransfers {
  /** The two halves are booked within so many days of each other. Common practice. */
  private static final int DAYS_APART = 5;

  /**
   * What a bank gives for a currency differs by up to a thirtieth from any other rate. Our choice.
   */
  private static final int RATES_APART = 30;

  /** So many letters and digits of an account's number name it. */
  private static final int TELLING = 6;

  /** What banks write of transfers within a house, in several languages (from memory). */
  private static final Pattern SAYS =
      Pattern.compile(
          "(?<![\\p{L}\\d])(?:OWN TRANSFER|INTERNAL TRANSFER|TRANSFER|SWEEP|CASH CONCENTRATION"
              + "|UMBUCHUNG|(?:UE|Ü)BERTRAG|VIREMENT INTERNE|GIROCONTO|TRASPASO)(?![\\p{L}\\d])",
          Pattern.CASE_INSENSITIVE | Pattern.UNICODE_CASE);

  private final Map<Long, Own> accounts;

  /** How banks may write the numbers of accounts: with blanks between or without. */
  private final Map<Own, Pattern> numbers = new HashMap<>();

  private final List<Begun> begun;
  private final HouseLimits limits;
  private final ExchangeRates rates;

  /** Asked for by houses of several bank accounts alone. */
  private final Supplier<OppositeSums> pile;

  /**
   * A bank account of the house.
   *
   * @param id by the key of {@link BankLine}
   * @param words what people call it
   */
  public record Own(long id, AccountCode code, Currency currency, String number, String words) {}

  /**
   * A transfer of which one bank account has shown its half.
   *
   * @param account that has, by its id
   */
  public record Begun(OpenItem item, long account) {}

  /**
   * @param begun what is on its way
   * @param pile what is to be explained
   * @param limits what a bank may have kept on the way
   * @param rates between the currencies of the accounts
   */
  public OwnTransfers(
      List<Own> accounts,
      List<Begun> begun,
      Supplier<OppositeSums> pile,
      HouseLimits limits,
      ExchangeRates rates) {
    this.accounts = accounts.stream().collect(Collectors.toMap(Own::id, a -> a));
    this.begun = List.copyOf(begun);
    this.pile = pile;
    this.limits = limits;
    this.rates = rates;
    accounts.stream()
        .filter(a -> plain(a.number()).length() >= TELLING)
        .forEach(a -> numbers.put(a, written(plain(a.number()))));
  }

  private static Pattern written(String number) {
    String spaced =
        number.chars().mapToObj(c -> String.valueOf((char) c)).collect(Collectors.joining(" ?"));
    return Pattern.compile(
        "(?<![\\p{L}\\d])" + spaced + "(?![\\p{L}\\d])", Pattern.CASE_INSENSITIVE);
  }

  /** The likeliest first; none for what is no entry of a bank. */
  public List<OtherWay> waysFor(MoneyIn entry) {
    if (entry.bankLine().isEmpty() || accounts.size() < 2) {
      return List.of();
    }
    List<Begun> fit = begun.stream().filter(b -> isHalf(b, entry)).toList();
    List<OtherWay> ways = new ArrayList<>(meeting(entry, fit));
    Map<Own, List<Evidence>> others = new HashMap<>();
    List<MoneyIn> halves = halvesOf(entry);
    for (MoneyIn half : halves) {
      others
          .computeIfAbsent(accountOf(half), a -> new ArrayList<>())
          .add(new Evidence.OtherBankShows(accountOf(half).words(), half.bookingDate()));
    }
    Set<Own> met = fit.stream().map(this::accountOf).collect(Collectors.toSet());
    for (Own other : accounts.values()) {
      named(entry, other)
          .ifPresent(e -> others.computeIfAbsent(other, a -> new ArrayList<>()).add(0, e));
    }
    boolean sole = halves.size() == 1 && halvesOf(halves.get(0)).size() == 1;
    others.keySet().removeAll(met);
    others.forEach((other, why) -> ways.add(toward(entry, other, sole, why)));
    ways.sort(OtherWay.IN_ORDER);
    return ways;
  }

  private Own accountOf(MoneyIn entry) {
    return accounts.get(entry.bankLine().orElseThrow().account());
  }

  private Own accountOf(Begun transfer) {
    return accounts.get(transfer.account());
  }

  private List<OtherWay> meeting(MoneyIn entry, List<Begun> fit) {
    boolean sole =
        fit.stream()
                .filter(b -> !b.item().currency().equals(entry.currency()) || keptOf(b, entry) == 0)
                .count()
            == 1;
    return fit.stream().map(b -> meeting(b, entry, sole)).toList();
  }

  /** What is on its way and is this sum, or a little more that a bank kept. */
  private boolean isHalf(Begun transfer, MoneyIn entry) {
    OpenItem item = transfer.item();
    if (item.kind().isCredit() == entry.isIn() || transfer.account() == accountOf(entry).id()) {
      return false;
    }
    if (!item.currency().equals(entry.currency())) {
      return isExchanged(transfer, entry);
    }
    long kept = keptOf(transfer, entry);
    return kept >= 0 && kept <= limits.chargeCap(entry.currency()).minor();
  }

  /** What a bank kept between the two, whichever shows it. */
  private static long keptOf(Begun transfer, MoneyIn entry) {
    return transfer.item().openMinor() - entry.amountMinor();
  }

  /**
   * Whether what is on its way in another currency may be this sum: the bank has its own rate, not
   * far from that of the house; where the house knows none, the account must be named.
   */
  private boolean isExchanged(Begun transfer, MoneyIn entry) {
    OpenItem item = transfer.item();
    if (Math.abs(ChronoUnit.DAYS.between(item.date(), entry.bookingDate())) > DAYS_APART) {
      return false;
    }
    Optional<ExchangeRate> known = rates.on(item.currency(), entry.currency(), entry.bookingDate());
    if (known.isEmpty()) {
      return named(entry, accountOf(transfer)).isPresent();
    }
    long worth = known.get().convert(Money.ofMinor(item.currency(), item.openMinor())).minor();
    return Math.abs(worth - entry.amountMinor()) * RATES_APART <= Math.abs(worth);
  }

  private OtherWay exchanged(Begun transfer, MoneyIn entry, boolean sole) {
    OpenItem item = transfer.item();
    Money whole = Money.ofMinor(item.currency(), Math.abs(item.openMinor()));
    Money worth = Money.ofMinor(entry.currency(), Math.abs(entry.amountMinor()));
    ExchangeRate rate = ExchangeRate.between(whole, worth, entry.bookingDate());
    TapeLine line =
        entry.isIn() ? TapeLine.settles(item.id(), worth) : TapeLine.creditUsed(item.id(), worth);
    String bank = accountOf(transfer).words();
    List<Evidence> why = new ArrayList<>();
    why.add(new Evidence.OnItsWay(item.number(), bank, item.date()));
    Optional<Evidence> named = named(entry, accountOf(transfer));
    named.ifPresent(why::add);
    rates
        .on(item.currency(), entry.currency(), entry.bookingDate())
        .ifPresent(house -> why.add(new Evidence.ExchangedNear(rate, house)));
    return new OtherWay(
        "own transfer %s %s %s, %s at %s"
            .formatted(item.number(), entry.isIn() ? "from" : "to", bank, whole, rate.rounded()),
        List.of(line.at(new Exchange(whole, rate))),
        sole && named.isPresent() ? Certainty.LIKELY : Certainty.THIN,
        why);
  }

  private OtherWay meeting(Begun transfer, MoneyIn entry, boolean sole) {
    OpenItem item = transfer.item();
    if (!item.currency().equals(entry.currency())) {
      return exchanged(transfer, entry, sole);
    }
    Money whole = Money.ofMinor(item.currency(), Math.abs(item.openMinor()));
    Money kept = Money.ofMinor(item.currency(), keptOf(transfer, entry));
    List<TapeLine> lines = new ArrayList<>();
    lines.add(
        entry.isIn() ? TapeLine.settles(item.id(), whole) : TapeLine.creditUsed(item.id(), whole));
    if (!kept.isZero()) {
      lines.add(
          entry.isIn()
              ? TapeLine.keptBack(DifferenceReason.BANK_CHARGE, kept)
              : TapeLine.toAccount(StandardAccount.BANK_CHARGES.code(), kept));
    }
    String bank = accountOf(transfer).words();
    List<Evidence> why = new ArrayList<>();
    why.add(new Evidence.OnItsWay(item.number(), bank, item.date()));
    named(entry, accountOf(transfer)).ifPresent(why::add);
    if (!kept.isZero()) {
      why.add(new Evidence.ChargeKept(kept, limits.chargeCap(entry.currency())));
    }
    return new OtherWay(
        "own transfer %s %s %s%s"
            .formatted(
                item.number(),
                entry.isIn() ? "from" : "to",
                bank,
                kept.isZero() ? "" : ", less a bank charge of " + kept.words()),
        lines,
        sole && kept.isZero() ? Certainty.LIKELY : Certainty.THIN,
        why);
  }

  /** Entries of other bank accounts that show as much the other way. */
  private List<MoneyIn> halvesOf(MoneyIn entry) {
    return pile.get().onOtherAccounts(entry, DAYS_APART);
  }

  /** The number of another bank account, as the account of who pays or in the text. */
  private Optional<Evidence> named(MoneyIn entry, Own other) {
    Pattern number = numbers.get(other);
    if (other == accountOf(entry) || number == null) {
      return Optional.empty();
    }
    Matcher at = number.matcher(entry.text());
    Optional<TextSpan> span = at.find() ? Optional.of(BankText.span(at)) : Optional.empty();
    boolean isPayer =
        entry.payerAccount().filter(a -> plain(a).equals(plain(other.number()))).isPresent();
    return isPayer || span.isPresent()
        ? Optional.of(new Evidence.OwnAccountNamed(other.words(), span))
        : Optional.empty();
  }

  private static String plain(String number) {
    return number.toUpperCase(Locale.ROOT).replaceAll("[^A-Z0-9]", "");
  }

  /** All of the sum is moved to or from another bank account, which has not shown it yet. */
  private OtherWay toward(MoneyIn entry, Own other, boolean sole, List<Evidence> why) {
    boolean isNamed = why.stream().anyMatch(e -> e instanceof Evidence.OwnAccountNamed);
    Optional<Evidence> said = new BankText(entry).says(SAYS);
    List<Evidence> all = new ArrayList<>(why);
    said.filter(e -> !isNamed).ifPresent(all::add);
    Money whole = Money.ofMinor(entry.currency(), Math.abs(entry.amountMinor()));
    return new OtherWay(
        "own transfer " + (entry.isIn() ? "from " : "to ") + other.words(),
        List.of(TapeLine.transfer(other.code(), whole)),
        isNamed || sole && said.isPresent() ? Certainty.LIKELY : Certainty.THIN,
        all);
  }
}
