package io.sumbrel.core.usual;

import io.sumbrel.core.chart.Chart;
import io.sumbrel.core.evidence.Evidence;
import io.sumbrel.core.ledger.AccountCode;
import io.sumbrel.core.ledger.LedgerAccount;
import io.sumbrel.core.matching.Certainty;
import io.sumbrel.core.receipt.MoneyIn;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/**
 * To which accounts a house has placed entries that are no customer's, and so to which one like
 * them may go. Entries read alike when they go the same way and begin with the same words; numbers
 * and dates in them do not count. Immutable.
 */
public final class UsualAccounts {
  /** A house that has placed nothing yet. */
  public static final UsualAccounts NONE = new UsualAccounts(Map.of());

  /** What reads alike in so many words is alike. */
  private static final int WORDS = 3;

  /** Placed so that often, and never otherwise, it is likely to be placed so again. */
  private static final int OFTEN = 2;

  /** So many of the commonest are shown where nothing else is known. */
  private static final int COMMONEST = 5;

  private static final Pattern WORD = Pattern.compile("[\\p{L}&']{2,}");

  private final Map<Reading, Map<Use, TreeMap<LocalDate, Integer>>> uses;

  /** The commonest of money in, and of money out, with how often: a whole pile asks for them. */
  private final Map<Boolean, Map<Use, Integer>> commonest;

  /** How an entry reads. */
  private record Reading(boolean isIn, String words) {
    static Reading of(boolean isIn, String text) {
      return new Reading(
          isIn,
          WORD.matcher(text.toUpperCase(Locale.ROOT))
              .results()
              .map(m -> m.group())
              .limit(WORDS)
              .collect(Collectors.joining(" ")));
    }
  }

  private record Use(AccountCode account, Optional<String> taxCode) {}

  /**
   * An entry that was placed on an account.
   *
   * @param isIn whether it is money that came in
   * @param text all that the bank sent
   * @param on the day of the posting
   */
  public record Placed(
      boolean isIn, String text, AccountCode account, Optional<String> taxCode, LocalDate on) {}

  private UsualAccounts(Map<Reading, Map<Use, TreeMap<LocalDate, Integer>>> uses) {
    this.uses = uses;
    this.commonest = Map.of(true, commonest(true), false, commonest(false));
  }

  /** The same after some more were placed, and the placings of others were turned back. */
  public UsualAccounts after(Collection<Placed> placed, Collection<Placed> turnedBack) {
    Map<Reading, Map<Use, TreeMap<LocalDate, Integer>>> now = new HashMap<>();
    uses.forEach(
        (reading, of) -> {
          Map<Use, TreeMap<LocalDate, Integer>> copy = new LinkedHashMap<>();
          of.forEach((use, days) -> copy.put(use, new TreeMap<>(days)));
          now.put(reading, copy);
        });
    placed.forEach(p -> count(now, p, 1));
    turnedBack.forEach(p -> count(now, p, -1));
    return new UsualAccounts(now);
  }

  private static void count(
      Map<Reading, Map<Use, TreeMap<LocalDate, Integer>>> uses, Placed placed, int times) {
    uses.computeIfAbsent(Reading.of(placed.isIn, placed.text), r -> new LinkedHashMap<>())
        .computeIfAbsent(new Use(placed.account, placed.taxCode), u -> new TreeMap<>())
        .merge(placed.on, times, (a, b) -> a + b == 0 ? null : a + b);
  }

  /**
   * The accounts to which a sum may go, the likeliest first: where entries that read alike went,
   * what it says itself, and then, where neither tells, the commonest of the house.
   *
   * @param chart whose accounts are open to a clerk
   */
  public List<AccountWay> waysFor(MoneyIn money, Chart chart) {
    Optional<Says.Found> said = Says.of(money);
    Map<Use, TreeMap<LocalDate, Integer>> alike =
        uses.getOrDefault(Reading.of(money.isIn(), money.text()), Map.of());
    Map<Use, List<Evidence>> found = new LinkedHashMap<>();
    byTimes(alike).forEach(use -> found.put(use, List.of(before(alike.get(use)))));
    said.ifPresent(s -> addSaid(found, s, money.isIn()));
    if (found.isEmpty()) {
      commonest
          .get(money.isIn())
          .forEach((use, times) -> found.put(use, List.of(new Evidence.OftenHere(times))));
    }
    List<AccountWay> ways = new ArrayList<>();
    found.forEach(
        (use, evidence) ->
            open(chart, use)
                .ifPresent(
                    account ->
                        ways.add(
                            new AccountWay(
                                account,
                                use.taxCode,
                                certainty(evidence, alike, said),
                                evidence))));
    return List.copyOf(ways);
  }

  /** Adds what the entry says to what is known of that account, or as one more. */
  private static void addSaid(Map<Use, List<Evidence>> found, Says.Found said, boolean isIn) {
    AccountCode account = said.what().account(isIn).code();
    Evidence says = new Evidence.EntrySays(said.written(), said.coded(), said.source());
    Use use =
        found.keySet().stream()
            .filter(u -> u.account.equals(account))
            .findFirst()
            .orElse(new Use(account, Optional.empty()));
    List<Evidence> evidence = new ArrayList<>(found.getOrDefault(use, List.of()));
    evidence.add(says);
    found.put(use, evidence);
  }

  /** Likely is what was done often and never otherwise, and what the bank itself says. */
  private static Certainty certainty(
      List<Evidence> evidence,
      Map<Use, TreeMap<LocalDate, Integer>> alike,
      Optional<Says.Found> said) {
    boolean isAsBefore = evidence.stream().anyMatch(e -> e instanceof Evidence.PlacedSoBefore);
    boolean isSaid = evidence.stream().anyMatch(e -> e instanceof Evidence.EntrySays);
    if (isAsBefore) {
      boolean always = byTimes(alike).size() == 1;
      int times = alike.values().stream().mapToInt(UsualAccounts::times).sum();
      return always && (times >= OFTEN || isSaid) ? Certainty.LIKELY : Certainty.THIN;
    }
    if (isSaid) {
      return alike.isEmpty() && said.get().coded() ? Certainty.LIKELY : Certainty.THIN;
    }
    return Certainty.NOTHING_YET;
  }

  private static Optional<LedgerAccount> open(Chart chart, Use use) {
    return chart.account(use.account).filter(LedgerAccount::isFree);
  }

  private static Evidence before(TreeMap<LocalDate, Integer> days) {
    return new Evidence.PlacedSoBefore(times(days), days.lastKey());
  }

  private Map<Use, Integer> commonest(boolean isIn) {
    Map<Use, TreeMap<LocalDate, Integer>> all = all(isIn);
    Map<Use, Integer> commonest = new LinkedHashMap<>();
    byTimes(all).stream().limit(COMMONEST).forEach(use -> commonest.put(use, times(all.get(use))));
    return commonest;
  }

  private Map<Use, TreeMap<LocalDate, Integer>> all(boolean isIn) {
    Map<Use, TreeMap<LocalDate, Integer>> all = new LinkedHashMap<>();
    uses.forEach(
        (reading, of) -> {
          if (reading.isIn == isIn) {
            of.forEach(
                (use, days) ->
                    days.forEach(
                        (day, times) ->
                            all.computeIfAbsent(use, u -> new TreeMap<>())
                                .merge(day, times, Integer::sum)));
          }
        });
    return all;
  }

  /** Those that stand, the commonest first; of equal ones the one that was used last. */
  private static List<Use> byTimes(Map<Use, TreeMap<LocalDate, Integer>> uses) {
    return uses.entrySet().stream()
        .filter(e -> times(e.getValue()) > 0)
        .sorted(
            Comparator.comparing(
                    (Map.Entry<Use, TreeMap<LocalDate, Integer>> e) -> -times(e.getValue()))
                .thenComparing(e -> e.getValue().lastKey(), Comparator.reverseOrder())
                .thenComparing(e -> e.getKey().account.code()))
        .map(Map.Entry::getKey)
        .toList();
  }

  private static int times(TreeMap<LocalDate, Integer> days) {
    return days.values().stream().mapToInt(Integer::intValue).sum();
  }
}
